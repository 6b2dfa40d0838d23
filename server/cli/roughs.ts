import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, extname, join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { fileNamePart } from '../../core/piece/fileNames';
import { kindNames, readKeep, readShape, roughsOrderSchema, type RoughsOrder } from '../../core/roughs/order';
import { writeBundle } from '../bundles';
import { projectRoot, readConfig } from '../config';
import { endWith } from '../endWith';
import { roughsWork } from '../roughs/roughsService';
import { workRoughs, type DrawnRough } from '../roughs/workRoughs';
import { readTableFile } from '../runs/files';
import { seedFaces } from '../seed';
import { Studio } from '../studio';

const usage = `Sets words into a photograph in up to six ways, without a browser.

  npm run roughs -- PHOTO "WORDS" --out FOLDER [--kinds KIND,...] [--seed N] [--shape 4x5 ...] [--keep X,Y,R;...]
                  [--coarse]
  npm run roughs -- --rows TABLE --pictures FOLDER --out FOLDER [...]

--out     gets a picture and a bundle of each rough, and roughs.json with what is said of them
--kinds   only these: ${kindNames.join(', ')}
--seed    another number brings others; the same one the same (1)
--shape   the sheet's width and height, such as 1080x1350; given several times, each gets a folder of its own
--keep    what no letter may cover: across, down and how far around, fractions of the photograph and of its longer side,
          such as 0.52,0.3,0.06;0.2,0.8,0.03
--rows    a table (.csv, .tsv, .xlsx): its columns "picture" and "words" are a photograph and words each, and each row gets
          a folder of its own; other names by --columns PICTURE,WORDS
--coarse  what stands out is cut only as finely as a screen shows it: quicker`;

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    out: { type: 'string' },
    kinds: { type: 'string' },
    seed: { type: 'string' },
    shape: { type: 'string', multiple: true },
    keep: { type: 'string' },
    rows: { type: 'string' },
    pictures: { type: 'string' },
    columns: { type: 'string' },
    coarse: { type: 'boolean' },
    help: { type: 'boolean' },
  },
});

/** Roughs that are wanted, and the folder that gets them. */
interface Wanted {
  photo: string;
  order: RoughsOrder;
  folder: string;
}

/** @throws Error that says what is wrong with it */
function readOrder(words: string, text?: string): RoughsOrder {
  const shape = readShape(text ?? null);
  if (text !== undefined && !shape)
    throw new Error('--shape takes a width and a height such as 1080x1350, at most 8 to 1.');
  const keep = readKeep(values.keep ?? null);
  if (!keep)
    throw new Error('--keep takes places such as 0.5,0.3,0.05;0.2,0.8,0.02: fractions from 0 to 1, 40 at most.');
  const read = roughsOrderSchema.safeParse({
    words: words.replace(/\\n/g, '\n'),
    seed: Number(values.seed ?? 1),
    kinds: values.kinds?.split(',').map((one) => one.trim()) ?? null,
    shape,
    keep,
  });
  if (read.success) return read.data;
  const [issue] = read.error.issues;
  if (issue.path[0] === 'seed') throw new Error('--seed takes a whole number from 0 to 1000000.');
  if (issue.path[0] === 'kinds') throw new Error(`--kinds takes some of: ${kindNames.join(', ')}.`);
  throw new Error(issue.message);
}

/** Each photograph and words, in each shape. @throws Error that says what is wrong, or how it is used */
async function readWanted(): Promise<Wanted[]> {
  const { rows, pictures, out, shape } = values;
  const isTable = rows !== undefined;
  if (values.help || !out || positionals.length !== (isTable ? 0 : 2) || (isTable && pictures === undefined))
    throw new Error(usage);
  const shapes =
    shape && shape.length > 1 ? shape.map((one) => ({ one, folder: one })) : [{ one: shape?.[0], folder: '' }];
  const named = isTable
    ? await rowsOf(rows, pictures!)
    : [{ photo: positionals[0], words: positionals[1], folder: '' }];
  return named.flatMap(({ photo, words, folder }, i) =>
    shapes.map((own) => {
      try {
        if (!existsSync(photo)) throw new Error(`There is no file ${photo}.`);
        return { photo, order: readOrder(words, own.one), folder: join(resolve(out), folder, own.folder) };
      } catch (error) {
        // Nothing is begun before all of a table can be.
        throw isTable && error instanceof Error ? new Error(`Row ${i + 1}: ${error.message}`) : error;
      }
    }),
  );
}

/** The rows of a table. @throws Error where it has not these columns */
async function rowsOf(table: string, pictures: string): Promise<{ photo: string; words: string; folder: string }[]> {
  if (!existsSync(table)) throw new Error(`There is no file ${table}.`);
  const { columns, rows } = await readTableFile(readFileSync(table), basename(table));
  const [picture, words] = (values.columns ?? 'picture,words').split(',').map((name) => {
    const at = columns.findIndex((one) => one.trim().toLowerCase() === name.trim().toLowerCase());
    if (at < 0) throw new Error(`The table has no column "${name}". It has: ${columns.join(', ')}.`);
    return at;
  });
  const digits = String(rows.length).length;
  return rows.map((row, i) => ({
    photo: join(pictures, basename(row[picture])),
    words: row[words],
    folder: `${String(i + 1).padStart(digits, '0')} ${fileNamePart(row[words]).slice(0, 40)}`.trim(),
  }));
}

async function main(): Promise<void> {
  const wanted = await readWanted();
  const data = mkdtempSync(join(tmpdir(), 'inky-roughs-'));
  const studio = new Studio({ ...readConfig(process.env, projectRoot), data });
  try {
    await seedFaces(studio, join(studio.config.root, 'demo'));
    for (const one of wanted) {
      if (wanted.length > 1) console.log(`\n${one.folder}`);
      await makeRoughs(studio, one);
    }
  } finally {
    studio.close();
    rmSync(data, { recursive: true, force: true });
  }
}

async function makeRoughs(studio: Studio, { photo, order, folder }: Wanted): Promise<void> {
  mkdirSync(folder, { recursive: true });
  const begun = performance.now();
  const plate = await studio.intake.takeIn(await studio.intake.copy(photo), basename(photo, extname(photo)), 'plate');
  const taken = performance.now();
  const told: object[] = [];
  let number = 0;
  await workRoughs(
    roughsWork(studio, plate, order),
    (news) => {
      const ms = Math.round(performance.now() - taken);
      if (news.kind === 'survey') studio.surveys.keep(plate.sha256, news.survey);
      if (news.kind === 'left out') {
        console.log(`${news.leftOut.title}: ${news.leftOut.because}`);
        told.push({ ...news.leftOut, ms });
      }
      if (news.kind !== 'rough') return;
      news.files.forEach(({ file: own, kind }) => studio.cutting.keep(own, kind));
      const { picture, piece, ...rest } = news.rough;
      const file = `${++number}-${rest.kind}`;
      writeFileSync(join(folder, `${file}.jpg`), picture);
      writeFileSync(join(folder, `${file}.zip`), writeBundle(piece, studio.files, studio.assets));
      told.push({ file, ...rest, ms });
      tellOf(file, rest, ms);
    },
    (done, stage) => {
      if (process.stderr.isTTY) process.stderr.write(`\r${stage} ${Math.round(done * 100)} %   `);
    },
    !values.coarse,
  );
  const times = { takenInMs: Math.round(taken - begun), ms: Math.round(performance.now() - taken) };
  const peakBytes = process.resourceUsage().maxRSS * 1024;
  const { words, seed, shape } = order;
  writeFileSync(
    join(folder, 'roughs.json'),
    JSON.stringify({ words, seed, shape, ...times, peakBytes, told }, null, 2),
  );
  console.log(`${number} roughs in ${(times.ms / 1000).toFixed(1)} s, after the photograph was taken in.`);
}

function tellOf(file: string, { title, says }: Pick<DrawnRough, 'title' | 'says'>, ms: number): void {
  console.log(`${file} (${(ms / 1000).toFixed(1)} s): ${title}. ${says.join(' ')}`);
}

main().then(() => process.exit(0), endWith);

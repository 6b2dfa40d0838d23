import { existsSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, extname, join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { kindNames, roughsOrderSchema, type RoughsOrder } from '../../core/roughs/order';
import { writeBundle } from '../bundles';
import { projectRoot, readConfig } from '../config';
import { endWith } from '../endWith';
import { roughsWork } from '../roughs/roughsService';
import { workRoughs, type DrawnRough } from '../roughs/workRoughs';
import { seedFaces } from '../seed';
import { Studio } from '../studio';

const usage = `Sets words into a photograph in up to six ways, without a browser.

  npm run roughs -- PHOTO "WORDS" --out FOLDER [--kinds KIND,...] [--seed N] [--coarse]

--out     gets a picture and a bundle of each rough, and roughs.json with what is said of them
--kinds   only these: ${kindNames.join(', ')}
--seed    another number brings others; the same one the same (1)
--coarse  what stands out is cut only as finely as a screen shows it: quicker`;

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    out: { type: 'string' },
    kinds: { type: 'string' },
    seed: { type: 'string' },
    coarse: { type: 'boolean' },
    help: { type: 'boolean' },
  },
});

/** @throws Error that says what is wrong with it */
function readOrder(words: string): RoughsOrder {
  const seed = Number(values.seed ?? 1);
  const read = roughsOrderSchema.safeParse({
    words,
    seed,
    kinds: values.kinds?.split(',').map((one) => one.trim()) ?? null,
  });
  if (read.success) return read.data;
  const [issue] = read.error.issues;
  if (issue.path[0] === 'seed') throw new Error('--seed takes a whole number from 0 to 1000000.');
  if (issue.path[0] === 'kinds') throw new Error(`--kinds takes some of: ${kindNames.join(', ')}.`);
  throw new Error(issue.message);
}

async function main(): Promise<void> {
  if (values.help || positionals.length !== 2 || !values.out) throw new Error(usage);
  const [photo, words] = positionals;
  if (!existsSync(photo)) throw new Error(`There is no file ${photo}.`);
  const order = readOrder(words.replace(/\\n/g, '\n'));
  const folder = resolve(values.out);
  mkdirSync(folder, { recursive: true });
  const data = mkdtempSync(join(tmpdir(), 'inky-roughs-'));
  const studio = new Studio({ ...readConfig(process.env, projectRoot), data });
  try {
    await seedFaces(studio, join(studio.config.root, 'demo'));
    const begun = performance.now();
    const plate = await studio.intake.takeIn(await studio.intake.copy(photo), basename(photo, extname(photo)), 'plate');
    const taken = performance.now();
    const told: object[] = [];
    let number = 0;
    await workRoughs(
      roughsWork(studio, plate, order),
      (news) => {
        const ms = Math.round(performance.now() - taken);
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
    writeFileSync(
      join(folder, 'roughs.json'),
      JSON.stringify({ words, seed: order.seed, ...times, peakBytes, told }, null, 2),
    );
    console.log(`${number} roughs in ${(times.ms / 1000).toFixed(1)} s, after the photograph was taken in.`);
  } finally {
    studio.close();
    rmSync(data, { recursive: true, force: true });
  }
}

function tellOf(file: string, { title, says }: Pick<DrawnRough, 'title' | 'says'>, ms: number): void {
  console.log(`${file} (${(ms / 1000).toFixed(1)} s): ${title}. ${says.join(' ')}`);
}

main().then(() => process.exit(0), endWith);

import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { formatNames, type FormatName } from '../../core/formats/formats';
import { papers, printSheetSchema, type PrintSheet } from '../../core/formats/imposition';
import { trimOf } from '../../core/formats/paper';
import { isClean, type Flag } from '../../core/runs/flags';
import { proposeSlots } from '../../core/runs/propose';
import { outputSchema, runSchema } from '../../core/runs/settings';
import { slotsSchema, type Slot } from '../../core/runs/slots';
import { matchColumns } from '../../core/runs/table/matchColumns';
import { projectRoot, readConfig } from '../config';
import { savePrintSheets } from '../formats/printSheets';
import { isPictureName, readTableFile } from '../runs/files';
import { handOver } from '../runs/handOver';
import { takePictureFile } from '../runs/intake';
import { seedFaces } from '../seed';
import { Studio } from '../studio';
import { openPiece } from './openPiece';
import { endWith } from '../endWith';

const usage = `Makes a piece once for every row of a table, without a browser.

  npm run series -- PIECE TABLE --out FOLDER [--files FOLDER] [--pictures FOLDER] [--slots FILE] [--name "{number} {Name}"]
                    [--format ${formatNames.join('|')}] [--quality 92] [--bits 16] [--bleed 3] [--marks]
                    [--side 1500] [--clean | --all] [--print-sheets SRA3 [--fold upright|level] [--panels 2]]

PIECE      a bundle (a folder, its piece.json, or a zip), or the id of a piece in the store
TABLE      .csv, .tsv or .xlsx; its first row names the columns
--out      a folder: files are made there, with report.csv; what is there and has not changed is not made again
--files    where the files of a piece lie that is not a bundle of its own, such as demo
--pictures a folder whose pictures rows name
--slots    a JSON file with the slots; when left out, all words and pictures that the piece proposes
--name     what files are called: {number}, {piece}, and every column by its name
--side     longer side, px; the sheet's own size when left out
--bleed    what is printed beyond the sheet's edges, mm; --marks: crop and registration marks around a PDF
--print-sheets  the PDFs that are made also on paper (${Object.keys(papers).join(', ')}), as many on each as fit;
                --fold: dashed marks where each is folded, into so many --panels
--clean    only rows about which nothing needs a person's eye
--all      also rows that cannot go out as they are; when left out, these are told in the report and not made`;

interface Order {
  piece: string;
  table: string;
  out: string;
  files?: string;
  pictures?: string;
  slots?: string;
  which: 'clean' | 'usable' | 'all';
  printSheet: PrintSheet | null;
  output: ReturnType<typeof outputSchema.parse>;
}

const numberOf = (text: string | undefined): number | undefined => (text === undefined ? undefined : Number(text));

function readOrder(): Order {
  const text = { type: 'string' } as const;
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: {
      out: text,
      files: text,
      pictures: text,
      slots: text,
      name: text,
      format: text,
      quality: text,
      bits: text,
      bleed: text,
      marks: { type: 'boolean' },
      'print-sheets': text,
      fold: text,
      panels: text,
      side: text,
      clean: { type: 'boolean' },
      all: { type: 'boolean' },
      help: { type: 'boolean' },
    },
  });
  if (values.help || positionals.length !== 2 || !values.out) throw new Error(usage);
  const output = outputSchema.safeParse({
    format: values.format,
    quality: numberOf(values.quality),
    bits: numberOf(values.bits),
    bleed: numberOf(values.bleed),
    marks: values.marks,
    side: numberOf(values.side),
    pattern: values.name,
  });
  if (!output.success) {
    const [{ path, message }] = output.error.issues;
    throw new Error(`--${path[0] === 'pattern' ? 'name' : String(path[0])}: ${message}`);
  }
  const [piece, table] = positionals;
  for (const path of [table, values.pictures, values.slots])
    if (path !== undefined && !existsSync(path)) throw new Error(`There is nothing at "${path}".`);
  const { files, pictures, slots } = values;
  const least = values.clean ? 'clean' : 'usable';
  const which = values.all ? 'all' : least;
  return {
    piece,
    table,
    out: resolve(values.out),
    files,
    pictures,
    slots,
    which,
    printSheet: printSheetOf(values, output.data.format),
    output: output.data,
  };
}

/** @throws Error where there is no such paper or fold, or the files are no PDFs */
function printSheetOf(
  { 'print-sheets': paper, fold, panels }: { 'print-sheets'?: string; fold?: string; panels?: string },
  format: FormatName,
): PrintSheet | null {
  if (paper === undefined) {
    if (fold !== undefined || panels !== undefined) throw new Error('--fold and --panels belong to --print-sheets.');
    return null;
  }
  if (format !== 'pdf') throw new Error('--print-sheets are made of PDFs: add --format pdf.');
  const read = printSheetSchema.safeParse({ paper, fold, panels: numberOf(panels) });
  if (read.success) return read.data;
  const [{ path, message }] = read.error.issues;
  if (path[0] !== 'paper') throw new Error(`--${String(path[0])}: ${message}`);
  throw new Error(`--print-sheets: there is no "${paper}". Papers: ${Object.keys(papers).join(', ')}.`);
}

/** Lays what is made on paper. */
async function printSheets(studio: Studio, id: string, out: string, sheet: PrintSheet): Promise<void> {
  const run = studio.runs.get(id);
  const rows = studio.runs.rows(id);
  const printed = studio.runWorks.wanted(id).flatMap(({ name }, i) => {
    const path = join(out, name);
    return rows[i].approved && existsSync(path) ? [{ path, code: name, label: `row ${i + 1}` }] : [];
  });
  if (printed.length === 0) return console.error('Nothing was made that could be laid on print sheets.');
  const { sheet: own } = studio.pieces.get(run.piece).piece;
  const to = join(out, 'print sheets.pdf');
  const order = { title: run.name, sheet, trim: trimOf(own), bleed: run.settings.output.bleed, rows: printed, out: to };
  const { papers: count, each, notes } = await savePrintSheets(order, () => undefined);
  console.log(`${to}: ${count} of ${sheet.paper}, ${each} on each`);
  for (const note of notes) console.log(note);
}

function slotsOf(path: string | undefined, proposed: Slot[]): Slot[] {
  if (path === undefined) return proposed;
  const read = slotsSchema.safeParse(JSON.parse(readFileSync(path, 'utf8')));
  if (!read.success)
    throw new Error(`"${path}": ${read.error.issues[0].message} (${read.error.issues[0].path.join('.')})`);
  return read.data;
}

/** Takes in every picture of a folder; what is no picture is told and left out. */
async function takePictures(studio: Studio, run: string, folder: string): Promise<void> {
  for (const name of readdirSync(folder).sort()) {
    if (!isPictureName(name)) continue;
    try {
      studio.runs.addPicture(run, await takePictureFile(studio, join(folder, name), name));
    } catch (error) {
      console.error(`${name}: ${error instanceof Error ? error.message : String(error)}`);
    }
  }
}

function isMeant(flags: readonly Flag[], which: Order['which']): boolean {
  if (which === 'clean') return isClean(flags);
  return which === 'all' || flags.every(({ weight }) => weight !== 'stop');
}

async function main(): Promise<void> {
  const order = readOrder();
  const data = mkdtempSync(join(tmpdir(), 'inky-veil-'));
  const studio = new Studio({ ...readConfig(process.env, projectRoot), data });
  try {
    await seedFaces(studio, join(projectRoot, 'demo'));
    const piece = await openPiece(order.piece, order.files, studio);
    const table = await readTableFile(readFileSync(order.table), order.table);
    for (const note of table.notes) console.error(note);
    const slots = slotsOf(order.slots, proposeSlots(piece));
    const settings = runSchema.parse({
      slots,
      columns: table.columns,
      matched: matchColumns(slots, table.columns),
      output: order.output,
    });
    const run = studio.runs.create(studio.pieces.create(piece), piece.name, settings);
    for (const { id, name } of slots)
      console.error(
        settings.matched[id] === undefined
          ? `"${name}" stays as it is: no column is called like it.`
          : `"${name}" is filled by "${settings.matched[id]}".`,
      );
    studio.runs.fill(run, table, false);
    if (order.pictures) await takePictures(studio, run, order.pictures);
    const stopTelling = studio.runWorks.follow(run, ({ work }) => {
      if (work && process.stderr.isTTY) process.stderr.write(`\rRows ${work.done} of ${work.total}   `);
    });
    studio.runWorks.start(run, { kind: 'solve', rows: null });
    await studio.runWorks.ended(run);
    const rows = studio.runs.rows(run);
    const meant = rows.filter(({ flags }) => isMeant(flags, order.which)).map(({ id }) => id);
    studio.runs.edit(run, [{ kind: 'approve', rows: meant, approved: true }]);
    const made = await handOver(studio, run, order.out);
    stopTelling();
    if (process.stderr.isTTY) process.stderr.write('\r');
    if (order.printSheet) await printSheets(studio, run, order.out, order.printSheet);
    const look = rows.filter(({ flags }) => !isClean(flags)).length;
    console.log(
      `${order.out}: ${made.made} made, ${made.kept} as they were, ${look} of ${rows.length} rows to look at (report.csv)`,
    );
  } finally {
    studio.close();
    rmSync(data, { recursive: true, force: true });
  }
}

main().then(() => process.exit(0), endWith);

import { createReadStream, existsSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { Hono } from 'hono';
import { z } from 'zod';
import { fileFormats, formatOfName } from '../../core/formats/formats';
import { printSheetSchema } from '../../core/formats/imposition';
import { inAddress } from '../../core/type/wellFormed';
import { possibleSlots, proposeSlots } from '../../core/runs/propose';
import { slotProblem } from '../../core/runs/slots';
import { shopOrderSchema } from '../../core/runs/desk';
import { runSchema, tableEditSchema } from '../../core/runs/settings';
import { matchColumns, pictureKey, valuesFor } from '../../core/runs/table/matchColumns';
import { readText, TableError, type Table } from '../../core/runs/table/readTable';
import { Problem } from '../problem';
import { knownValues, madeUpOrders } from '../runs/desk/madeUp';
import { takePictures, takeTable } from '../runs/intake';
import { startPrintSheets } from '../runs/printing';
import { reportOf } from '../runs/report';
import { startReport } from '../runs/reporting';
import { workSchema, type StoredRun } from '../runs/store';
import { zipOf } from '../runs/zip';
import type { Studio } from '../studio';
import { body, query } from './input';
import { png } from './png';
import { events } from './stream';

const name = z.string().trim().min(1, 'A run needs a name.').max(200);
/** A new run: the piece's id, and what it is called. */
export const runBeginning = z.object({ piece: z.string(), name: name.optional() });
/** A table that comes: the file's name, and whether its rows come below those that are there. */
export const tableQuery = z.object({ name: z.string().min(1).max(300), added: z.literal('yes').optional() });
/** What changes of a run. */
export const runChange = z.object({ name: name.optional(), settings: runSchema.partial().optional() });

/** A table as text, and whether its rows come below those that are there. */
export const tableText = z.object({ text: z.string().max(20e6), added: z.boolean().default(false) });
export const tableEdits = z.object({ edits: z.array(tableEditSchema).max(1000) });
/** Orders of a shop that nobody has placed, to try a run with. */
export const practiceOrders = z.object({ count: z.int().min(1).max(50), seed: z.int().min(0).max(1e6) });
/** What must be seen of a picture: fractions from its left and its top; null: it is looked for. */
export const pictureKeep = z.object({
  picture: z.string().min(1).max(300),
  at: z.tuple([z.number().min(0).max(1), z.number().min(0).max(1)]).nullable(),
});
/** What a file that comes is called. */
export const fileQuery = z.object({ name: z.string().min(1).max(300) });

/** Runs: their slots, tables and pictures, the work at their rows, and what came of it. */
export function runRoutes(studio: Studio) {
  const { runs, runWorks: works } = studio;

  /** A run with what a page must know of its piece. */
  const shown = (run: StoredRun) => {
    const { piece } = studio.pieces.get(run.piece);
    return {
      ...run,
      pieceName: piece.name,
      sheet: piece.sheet,
      sizes: piece.sizes.map((size) => size.name),
      possible: possibleSlots(piece),
      broken: Object.fromEntries(run.settings.slots.map((slot) => [slot.id, slotProblem(piece, slot)])),
      pictures: [...runs.pictures(run.id).values()].map((picture) => picture.name),
      state: works.stateOf(run.id),
    };
  };
  /** What the table is matched to is looked up again; what was matched by hand stays. */
  const matchedAgain = (run: StoredRun): void => {
    const { slots, columns, matched } = run.settings;
    const kept = Object.fromEntries(
      Object.entries(matched).filter(
        ([slot, column]) => columns.includes(column) && slots.some(({ id }) => id === slot),
      ),
    );
    const free = columns.filter((column) => !Object.values(kept).includes(column));
    const open = slots.filter(({ id }) => kept[id] === undefined);
    runs.change(run.id, { settings: { matched: { ...kept, ...matchColumns(open, free) } } });
  };
  const took = (run: string, table: Table, isAdded: boolean) => {
    runs.fill(run, table, isAdded);
    matchedAgain(runs.get(run));
    works.start(run, { kind: 'solve', rows: null });
    return { rows: table.rows.length, notes: table.notes };
  };
  return new Hono()
    .get('/', (context) =>
      context.json(runs.list().map((run) => ({ ...run, pieceName: studio.pieces.get(run.piece).piece.name }))),
    )
    .post('/', body(runBeginning), (context) => {
      const order = context.req.valid('json');
      const { id, piece } = studio.pieces.get(order.piece);
      const settings = runSchema.parse({ slots: proposeSlots(piece), columns: [], matched: {} });
      return context.json({ id: runs.create(id, order.name ?? piece.name, settings) }, 201);
    })
    .get('/:id', (context) => context.json(shown(runs.get(context.req.param('id')))))
    .post('/:id', body(runChange), (context) => {
      const id = context.req.param('id');
      const run = runs.change(id, context.req.valid('json'));
      if (context.req.valid('json').settings?.slots) matchedAgain(run);
      works.start(id, { kind: 'solve', rows: null });
      return context.json(shown(runs.get(id)));
    })
    .delete('/:id', async (context) => {
      const id = context.req.param('id');
      runs.get(id);
      await works.cancel(id);
      runs.remove(id);
      rmSync(studio.files.run(id), { recursive: true, force: true });
      return context.body(null, 204);
    })
    .get('/:id/rows', (context) => {
      const { id } = runs.get(context.req.param('id'));
      return context.body(
        Readable.toWeb(Readable.from(asArray(works.listed(id)), { objectMode: false })) as ReadableStream,
        200,
        {
          'Content-Type': 'application/json',
        },
      );
    })
    .get('/:id/rows/:row', (context) => {
      const run = runs.get(context.req.param('id'));
      const row = runs.row(run.id, Number(context.req.param('row')));
      return context.json({ ...row, isFresh: row.solvedFor === works.freshKeys(run, [row])[0] });
    })
    .post('/:id/table', query(tableQuery), async (context) => {
      const { id } = runs.get(context.req.param('id'));
      const { name: file, added: isAdded } = context.req.valid('query');
      const table = await takeTable(studio, context.req.raw.body as never, file);
      return context.json(took(id, table, isAdded === 'yes'));
    })
    .post('/:id/text', body(tableText), (context) => {
      const { id } = runs.get(context.req.param('id'));
      const { text, added: isAdded } = context.req.valid('json');
      return context.json(took(id, pasted(text), isAdded));
    })
    .post('/:id/edits', body(tableEdits), (context) => {
      const { id } = runs.get(context.req.param('id'));
      const { edits } = context.req.valid('json');
      runs.edit(id, edits);
      if (edits.some(({ kind }) => kind !== 'approve')) works.start(id, { kind: 'solve', rows: null });
      else void studio.orderDesk.goOn(id);
      return context.json({ kept: true });
    })
    .post('/:id/pictures', query(fileQuery), async (context) => {
      const { id } = runs.get(context.req.param('id'));
      const taken = await takePictures(studio, context.req.raw.body as never, context.req.valid('query').name);
      for (const picture of taken.pictures) runs.addPicture(id, picture);
      works.start(id, { kind: 'solve', rows: null });
      return context.json({ pictures: taken.pictures.map((picture) => picture.name), refused: taken.refused });
    })
    .get('/:id/rows/:row/pictures', (context) => {
      const run = runs.get(context.req.param('id'));
      const { cells } = runs.row(run.id, Number(context.req.param('row')));
      const { slots, matched } = run.settings;
      const values = valuesFor(slots, matched, cells);
      const known = runs.pictures(run.id);
      return context.json(
        slots.flatMap(({ id, kind, name: slot }) => {
          const picture = kind === 'plate' || kind === 'fill' ? known.get(pictureKey(values[id])) : undefined;
          return picture ? [{ slot, ...picture }] : [];
        }),
      );
    })
    .post('/:id/pictures/keep', body(pictureKeep), (context) => {
      const { id } = runs.get(context.req.param('id'));
      const { picture, at } = context.req.valid('json');
      runs.keepOfPicture(id, picture, at);
      works.start(id, { kind: 'solve', rows: null });
      return context.json({ kept: true });
    })
    .post('/:id/work', body(workSchema), (context) => {
      const { id } = runs.get(context.req.param('id'));
      works.start(id, context.req.valid('json'));
      return context.json(works.stateOf(id), 202);
    })
    .delete('/:id/work', async (context) => {
      const { id } = runs.get(context.req.param('id'));
      await works.cancel(id);
      return context.json({ cancelled: true });
    })
    .get('/:id/events', (context) => {
      const { id } = runs.get(context.req.param('id'));
      return events(context, (send) => {
        send({ work: works.stateOf(id), rows: [] });
        return works.follow(id, send);
      });
    })
    .post('/:id/rows/:row/bench', async (context) => {
      const { id } = runs.get(context.req.param('id'));
      const row = runs.row(id, Number(context.req.param('row')));
      return context.json({ piece: await works.toBench(id, row.id) });
    })
    .delete('/:id/rows/:row/bench', (context) => {
      const { id } = runs.get(context.req.param('id'));
      works.dropByHand(id, runs.row(id, Number(context.req.param('row'))).id);
      return context.body(null, 204);
    })
    .get('/:id/rows/:row/roughs', async (context) => {
      const { id } = runs.get(context.req.param('id'));
      const row = runs.row(id, Number(context.req.param('row')));
      return context.json(await works.wantedOf(id, row.id));
    })
    .get('/:id/rows/:row/picture', (context) => {
      const row = runs.row(context.req.param('id'), Number(context.req.param('row')));
      const path = works.pictureOf(context.req.param('id'), row);
      if (!path) throw new Problem(404, 'This row has not been drawn yet.');
      return context.body(...png(path));
    })
    .get('/:id/rows/:row/proof', async (context) => {
      const path = await works.proof(context.req.param('id'), Number(context.req.param('row')));
      return context.body(Readable.toWeb(createReadStream(path)) as ReadableStream, 200, {
        'Content-Type': 'image/jpeg',
      });
    })
    .get('/:id/rows/:row/file', (context) => {
      const run = context.req.param('id');
      const { file } = runs.row(run, Number(context.req.param('row')));
      const path = file === null ? null : join(works.folder(run, 'files'), file);
      if (!path || !existsSync(path)) throw new Problem(404, 'The file of this row has not been made yet.');
      return context.body(Readable.toWeb(createReadStream(path)) as ReadableStream, 200, {
        'Content-Type': fileFormats[formatOfName(path) ?? 'png'].mime,
        'Content-Length': String(statSync(path).size),
        'Content-Disposition': `attachment; filename*=UTF-8''${inAddress(file!)}`,
      });
    })
    .get('/:id/files.zip', (context) => {
      const run = runs.get(context.req.param('id'));
      const folder = works.folder(run.id, 'files');
      const made = new Set(runs.rows(run.id).flatMap(({ file }) => (file === null ? [] : [file])));
      const files = readdirSync(folder).filter((file) => made.has(file));
      if (files.length === 0) throw new Problem(404, 'No file of this run has been made yet.');
      return context.body(zipOf(folder, files), 200, {
        'Content-Type': 'application/zip',
        'Content-Disposition': `attachment; filename*=UTF-8''${inAddress(`${run.name}.zip`)}`,
      });
    })
    .get('/:id/orders', (context) => context.json(studio.orderDesk.list(context.req.param('id'))))
    .post('/:id/orders', body(shopOrderSchema), async (context) => {
      const { id } = runs.get(context.req.param('id'));
      const { standing, isNew } = await studio.orderDesk.take(id, context.req.valid('json'));
      return context.json(standing, isNew ? 201 : 200);
    })
    .post('/:id/orders/practice', body(practiceOrders), async (context) => {
      const { id, piece, settings } = runs.get(context.req.param('id'));
      const { count, seed } = context.req.valid('json');
      const sizes = studio.pieces.get(piece).piece.sizes.map((size) => size.name);
      const known = knownValues(settings, runs.rows(id));
      const orders = await madeUpOrders({ slots: settings.slots, sizes, known }, count, seed);
      for (const order of orders) await studio.orderDesk.take(id, order);
      return context.json(studio.orderDesk.list(id), 201);
    })
    .get('/:id/orders/:order', (context) =>
      context.json(studio.orderDesk.standing(context.req.param('id'), context.req.param('order'))),
    )
    .post('/:id/print-sheets', body(printSheetSchema), (context) =>
      context.json(startPrintSheets(studio, runs.get(context.req.param('id')), context.req.valid('json')), 202),
    )
    .post('/:id/report', (context) => context.json(startReport(studio, runs.get(context.req.param('id'))), 202))
    .get('/:id/report.csv', (context) => {
      const run = runs.get(context.req.param('id'));
      return context.body(reportOf(run, runs.rows(run.id)), 200, {
        'Content-Type': 'text/csv; charset=utf-8',
        'Content-Disposition': `attachment; filename*=UTF-8''${inAddress(`${run.name} report.csv`)}`,
      });
    });
}

/** A list as JSON, while it comes. */
async function* asArray(parts: AsyncIterable<unknown[]>): AsyncGenerator<Buffer> {
  let before = '[';
  for await (const part of parts) {
    yield Buffer.from(before + JSON.stringify(part).slice(1, -1));
    before = ',';
  }
  yield Buffer.from(before === '[' ? '[]' : ']');
}

function pasted(text: string): Table {
  try {
    return readText(text);
  } catch (error) {
    if (error instanceof TableError) throw new Problem(422, error.message);
    throw error;
  }
}

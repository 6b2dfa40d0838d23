import { rmSync } from 'node:fs';
import { roleIn } from '../access/guard';
import { Hono } from 'hono';
import { z } from 'zod';
import { inAddress } from '../../core/type/wellFormed';
import { orderSchema } from '../../core/piece/orders';
import { blankPiece } from '../../core/piece/blank';
import { readPiece } from '../../core/piece/read';
import { sheetSchema, type Piece } from '../../core/piece/schema';
import { fileSetSchema, wantedFileSchema } from '../../core/formats/fileSet';
import { coverSheet } from '../../core/passes/plate/gauge';
import { folderBundle, takeInWithVersions, writeBundle } from '../bundles';
import { Problem } from '../problem';
import { startExport } from '../exporting/startExport';
import { readyMs, tellSizes, toldSchema } from '../exporting/tellSizes';
import type { Studio } from '../studio';
import { body, query } from './input';
import { png } from './png';
import { socket, type Upgrade } from './socket';

const name = z.string().trim().min(1, 'A piece needs a name.').max(200);
const tab = z.string().min(1).max(100);
const ordered = z.object({ tab, version: z.int(), order: orderSchema });
const creation = z.object({ name, sheet: sheetSchema.optional(), plate: z.string().optional() });

/** So many pieces, the newest, are listed at once: each must be read. */
const listed = 200;
const shelfQuery = z.object({
  search: z.string().max(200).default(''),
  from: z.coerce.number().int().min(0).default(0),
  count: z.coerce.number().int().min(1).max(500).default(60),
}) as unknown as z.ZodType<{ search: string; from: number; count: number }, Record<string, string>>;

/** Pieces: the Shelf, editing with history, exports and bundles. */
export function pieceRoutes(studio: Studio, upgrade: Upgrade) {
  const { pieces, leases } = studio;
  const mayChange = (id: string, by: string): void => {
    if (!leases.mayChange(id, by))
      throw new Problem(409, 'Another tab is working on this piece. Nothing was overwritten.', 'other-tab');
  };
  return new Hono()
    .get('/', (context) => context.json(pieces.shelf('', 0, listed).pieces))
    .get('/shelf', query(shelfQuery), (context) => {
      const { search, from, count } = context.req.valid('query');
      return context.json(pieces.shelf(search, from, count));
    })
    .post('/', body(creation), async (context) => {
      const order = context.req.valid('json');
      const plate = order.plate === undefined ? undefined : studio.assets.get(order.plate);
      if (plate && plate.kind !== 'plate') throw new Problem(422, 'This file is not a photograph.');
      const sheet =
        order.sheet ?? (plate ? { width: plate.width!, height: plate.height!, ppi: 300, paint: '#ffffff' } : undefined);
      if (!sheet) throw new Problem(400, 'A new piece needs a plate or a sheet size.');
      const blank = blankPiece(order.name, sheet);
      const entry =
        plate && studio.plateEntry(plate, coverSheet({ width: plate.width!, height: plate.height! }, sheet));
      return context.json({ id: pieces.create({ ...blank, ...entry }) }, 201);
    })
    .post('/copy', body(z.object({ piece: z.unknown() })), async (context) => {
      const order = context.req.valid('json');
      const piece = asPiece(order.piece);
      studio.shapesOf(piece);
      return context.json({ id: pieces.create(piece) }, 201);
    })
    .post('/bundle', async (context) => {
      const { path } = await studio.intake.receive(context.req.raw.body as never);
      const known = new Set(studio.assets.hashes());
      const taken: string[] = [];
      const unpacked = studio.files.working();
      try {
        await studio.intake.unpack(path, unpacked);
        const bundle = folderBundle(unpacked);
        const { piece, versions } = await takeInWithVersions(bundle, studio.intake, (sha256) => taken.push(sha256));
        const id = pieces.create(piece);
        for (const { piece: kept, name: own, note } of versions) studio.versions.keep(id, kept, own, note);
        return context.json({ id }, 201);
      } catch (error) {
        studio.giveBack(taken.filter((sha256) => !known.has(sha256)));
        throw error;
      } finally {
        rmSync(path, { force: true });
        rmSync(unpacked, { recursive: true, force: true });
      }
    })
    .get('/:id', (context) => {
      const stored = pieces.get(context.req.param('id'));
      return context.json({ ...stored, assets: studio.assetsOf(stored) });
    })
    .get(
      '/:id/socket',
      query(z.object({ tab })),
      upgrade((context) => {
        const id = context.req.param('id')!;
        const own = context.req.query('tab')!;
        pieces.get(id);
        return socket((send) => leases.open(id, own, send, roleIn(context) === 'work'));
      }),
    )
    .post('/:id/takeover', body(z.object({ tab })), async (context) => {
      leases.takeOver(context.req.param('id'), context.req.valid('json').tab);
      return context.json({ taken: true });
    })
    .get('/:id/history/:place', (context) =>
      context.json(pieces.historyStep(context.req.param('id'), Number(context.req.param('place')))),
    )
    .post('/:id/orders', body(ordered), async (context) => {
      const id = context.req.param('id');
      const { tab: by, version, order } = context.req.valid('json');
      const known = pieces.answered(id, order.id);
      if (known) return context.json(known);
      mayChange(id, by);
      const saved = pieces.carryOut(id, version, order);
      leases.tellOthers(id, by, { kind: 'moved', version: saved.version });
      return context.json(saved);
    })
    .post('/:id/name', body(z.object({ name })), async (context) => {
      const id = context.req.param('id');
      const { version, savedAt, piece } = pieces.rename(id, context.req.valid('json').name);
      leases.tellOthers(id, '', { kind: 'renamed', name: piece.name });
      return context.json({ version, savedAt });
    })
    .post('/:id/duplicate', (context) => {
      const id = context.req.param('id');
      const copy = pieces.duplicate(id);
      studio.versions.copy(id, copy);
      return context.json({ id: copy }, 201);
    })
    .delete('/:id', (context) => {
      pieces.remove(context.req.param('id'));
      return context.json({ removed: true });
    })
    .post('/:id/restore', (context) => {
      pieces.restore(context.req.param('id'));
      return context.json({ restored: true });
    })
    .get('/:id/thumbnail', async (context) => {
      return context.body(...png(await studio.thumbnail(context.req.param('id'))));
    })
    .get('/:id/bundle', (context) => {
      const { id, piece } = pieces.get(context.req.param('id'));
      const versions = studio.versions.readable(id);
      const bytes = writeBundle(piece, studio.files, studio.assets, versions);
      return context.body(bytes as Uint8Array<ArrayBuffer>, 200, {
        'Content-Type': 'application/zip',
        'Content-Disposition': `attachment; filename*=UTF-8''${inAddress(`${piece.name}.zip`)}`,
      });
    })
    .post('/:id/exports/ready', (context) => {
      // The person is about to export: a process is started for it, so that the work begins at once.
      studio.jobs.prepare('exportChild.js', readyMs);
      return context.json({ ready: true });
    })
    .post('/:id/exports', body(wantedFileSchema), (context) => {
      const stored = pieces.get(context.req.param('id'));
      return context.json(startExport(studio, stored, [context.req.valid('json')]), 202);
    })
    .post('/:id/exports/set', body(fileSetSchema), (context) => {
      const stored = pieces.get(context.req.param('id'));
      const { files, pattern } = context.req.valid('json');
      return context.json(startExport(studio, stored, files, pattern), 202);
    })
    .post('/:id/exports/told', body(toldSchema), async (context) => {
      const stored = pieces.get(context.req.param('id'));
      return context.json(await tellSizes(studio, stored, context.req.valid('json').files, context.req.raw.signal));
    });
}

function asPiece(data: unknown): Piece {
  try {
    return readPiece(data);
  } catch (error) {
    throw new Problem(422, error instanceof Error ? error.message : 'This piece cannot be read.');
  }
}

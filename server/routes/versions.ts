import { Hono } from 'hono';
import { z } from 'zod';
import type { Studio } from '../studio';
import { body, query } from './input';
import { png } from './png';

const name = z.string().trim().min(1, 'A version needs a name.').max(80);
const note = z.string().trim().max(400);
const kept = z.object({ name, note: note.optional() });
const changed = z.object({ name: name.optional(), note: note.optional() });
const sized = z.object({
  side: z.coerce.number().int().min(16).max(3000).optional(),
  at: z.string().optional(),
  /** Id of one of the piece's sizes; the first sheet when left out. */
  size: z.string().max(64).optional(),
}) as unknown as z.ZodType<{ side?: number; size?: string }, Record<string, string>>;

/** Versions of a piece: keeping its present state under a name, and everything that is done with those that are kept. */
export function versionRoutes(studio: Studio) {
  const { versions, pieces } = studio;
  return new Hono()
    .get('/:id/versions', (context) => {
      const { id } = pieces.get(context.req.param('id'));
      return context.json(versions.list(id));
    })
    .post('/:id/versions', body(kept), (context) => {
      const { id, piece } = pieces.get(context.req.param('id'));
      const order = context.req.valid('json');
      return context.json(versions.keep(id, piece, order.name, order.note), 201);
    })
    .get('/:id/versions/:version', (context) => {
      const piece = versions.piece(context.req.param('id'), context.req.param('version'));
      const sizes = Object.fromEntries(
        Object.entries(studio.shapesOf(piece)).map(([sha256, { width, height }]) => [sha256, { width, height }]),
      );
      return context.json({ piece, sizes });
    })
    .post('/:id/versions/:version', body(changed), (context) =>
      context.json(versions.change(context.req.param('id'), context.req.param('version'), context.req.valid('json'))),
    )
    .delete('/:id/versions/:version', (context) => {
      const version = context.req.param('version');
      versions.remove(context.req.param('id'), version);
      studio.files.dropPictures(version);
      return context.body(null, 204);
    })
    .get('/:id/versions/:version/picture', query(sized), async (context) => {
      const { side } = context.req.valid('query');
      const path = await studio.versionPicture(context.req.param('id'), context.req.param('version'), side);
      return context.body(...png(path));
    })
    .get('/:id/picture', query(sized), async (context) => {
      const { side, size } = context.req.valid('query');
      return context.body(...png(await studio.smallPicture(context.req.param('id'), side, size)));
    });
}

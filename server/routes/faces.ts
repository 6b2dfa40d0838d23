import { Hono } from 'hono';
import { z } from 'zod';
import { Problem } from '../problem';
import type { Studio } from '../studio';
import { query } from './input';

/** The type case: faces with what is known of them, taking one in, and taking one out. */
export function faceRoutes(studio: Studio) {
  return new Hono()
    .get('/', (context) => context.json(studio.assets.list('face').map((asset) => studio.faces.with(asset))))
    .post('/', query(z.object({ name: z.string().min(1).max(300) })), async (context) => {
      const { name } = context.req.valid('query');
      const received = await studio.intake.receive(context.req.raw.body as never);
      const faces = await studio.intake.takeInFaces(received, name);
      return context.json(faces.map((face) => studio.faces.with(face)));
    })
    .delete('/:sha256', (context) => {
      const asset = studio.assets.get(context.req.param('sha256'));
      if (asset.kind !== 'face') throw new Problem(404, 'This is not a face.');
      if (asset.shipped) throw new Problem(422, 'This face comes with the program and stays.');
      const users = studio.pieces.using(asset.sha256);
      if (users.length > 0)
        throw new Problem(
          422,
          `${asset.name} is in use by ${users.slice(0, 3).join(', ')}${users.length > 3 ? ` and ${users.length - 3} more` : ''}. It stays.`,
        );
      studio.forget(asset.sha256);
      return context.body(null, 204);
    });
}

import { Hono } from 'hono';
import { z } from 'zod';
import { sha256Schema } from '../../core/piece/schema';
import { roughsOrderSchema } from '../../core/roughs/order';
import type { Studio } from '../studio';
import { body } from './input';

/** What roughs are asked for by. */
export const roughsWanted = z.object({ plate: sha256Schema, order: roughsOrderSchema });

/** Roughs: whole pieces that are proposed for a photograph and words. */
export function roughRoutes(studio: Studio) {
  const { roughs } = studio;
  return new Hono()
    .post('/', body(roughsWanted), (context) => {
      const { plate, order } = context.req.valid('json');
      return context.json(roughs.start(plate, order), 202);
    })
    .get('/:id', (context) => context.json(roughs.state(context.req.param('id'))))
    .get('/:id/:rough/picture', (context) => {
      const picture = roughs.picture(context.req.param('id'), context.req.param('rough'));
      return context.body(new Uint8Array(picture), 200, {
        'Content-Type': 'image/jpeg',
        'Cache-Control': 'private, max-age=86400, immutable',
      });
    })
    .post('/:id/:rough/piece', (context) =>
      context.json({ id: roughs.takePiece(context.req.param('id'), context.req.param('rough')) }, 201),
    );
}

import { Hono } from 'hono';
import { z } from 'zod';
import type { Studio } from '../studio';
import { query } from './input';

/** What a plate tells of itself: what is known at once, and the job that finds out the rest. */
export function surveyRoutes(studio: Studio) {
  return new Hono().get(
    '/',
    query(z.object({ plate: z.string().regex(/^[0-9a-f]{64}$/, 'A SHA-256 is 64 small hexadecimal digits.') })),
    (context) => context.json(studio.surveys.ask(context.req.valid('query').plate)),
  );
}

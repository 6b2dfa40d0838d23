import { Hono } from 'hono';
import { z } from 'zod';
import { sha256Schema } from '../../core/piece/schema';
import type { Studio } from '../studio';
import { query } from './input';

/** What a plate tells of itself: what is known at once, and the job that finds out the rest. */
export function surveyRoutes(studio: Studio) {
  return new Hono().get('/', query(z.object({ plate: sha256Schema })), (context) =>
    context.json(studio.surveys.ask(context.req.valid('query').plate)),
  );
}

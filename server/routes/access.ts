import { Hono } from 'hono';
import { hasKeys, roleIn } from '../access/guard';

/** What whoever asks may do here. */
export const accessRoutes = () =>
  new Hono().get('/', (context) => context.json({ role: roleIn(context), hasKeys: hasKeys(context) }));

import { zValidator } from '@hono/zod-validator';
import type { z } from 'zod';
import { Problem } from '../problem';

/**
 * The request's JSON, checked before its handler runs: there it is `context.req.valid('json')`. @throws Problem 400
 * naming what is wrong
 */
export const body = <Schema extends z.ZodType>(schema: Schema) =>
  zValidator('json', schema, (result) => {
    if (!result.success) throw refusal(result.error);
  });

/** The request's query, checked: `context.req.valid('query')`. @throws Problem 400 */
export const query = <Schema extends z.ZodType<object, Record<string, string>>>(schema: Schema) =>
  zValidator('query', schema, (result) => {
    if (!result.success) throw refusal(result.error);
  });

/** @param error of a schema, whichever version of the library made it */
function refusal({ issues }: { issues: readonly { message: string; path: readonly PropertyKey[] }[] }): Problem {
  const [{ message, path }] = issues;
  const said = `${message.replace(/[.]$/, '')}${path.length > 0 ? ` (${path.join('.')})` : ''}.`;
  return new Problem(400, said);
}

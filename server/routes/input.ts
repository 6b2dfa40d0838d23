import type { Context } from 'hono';
import type { z } from 'zod';
import { Problem } from '../problem';

/** The request's JSON, checked. @throws Problem 400 naming what is wrong */
export async function bodyOf<Output>(context: Context, schema: z.ZodType<Output>): Promise<Output> {
  const data: unknown = await context.req.json().catch(() => {
    throw new Problem(400, 'The request is not JSON.');
  });
  return checked(data, schema);
}

/** The request's query, checked. @throws Problem 400 */
export function queryOf<Output>(context: Context, schema: z.ZodType<Output>): Output {
  return checked(context.req.query(), schema);
}

function checked<Output>(data: unknown, schema: z.ZodType<Output>): Output {
  const result = schema.safeParse(data);
  if (!result.success) {
    const [issue] = result.error.issues;
    throw new Problem(400, `${issue.message}${issue.path.length > 0 ? ` (${issue.path.join('.')})` : ''}`);
  }
  return result.data;
}

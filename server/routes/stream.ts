import type { Context } from 'hono';
import { streamSSE } from 'hono/streaming';

/**
 * Answers with server-sent events.
 * @param open is given a function that sends one event, and returns what to call when the page has gone
 */
export function events(
  context: Context,
  open: (send: (data: unknown) => void, end: () => void) => () => void,
): Response {
  return streamSSE(context, async (stream) => {
    await new Promise<void>((resolve) => {
      const close = open((data) => void stream.writeSSE({ data: JSON.stringify(data) }), resolve);
      // Something every now and then, so that a page that has gone is noticed.
      const pulse = setInterval(() => void stream.writeSSE({ event: 'pulse', data: '' }), 15000);
      const left = (): void => {
        clearInterval(pulse);
        close();
        resolve();
      };
      stream.onAbort(left);
      context.req.raw.signal.addEventListener('abort', left);
    });
  });
}

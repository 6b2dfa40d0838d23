/** Seconds after which a page asks again. */
const again = 2;

/** Whether a program asks, or a page that is open already: it waits, where a person should see why. */
export const isForPrograms = (request: Request): boolean => new URL(request.url).pathname.startsWith('/api/');

/** The page that is shown while the server is still getting ready; it asks again by itself. */
export function notYet(): Response {
  const sentence = 'Inky Veil is getting ready: the first time it prepares its demo plates and pieces.';
  return new Response(
    `<!doctype html><html lang="en"><meta charset="utf-8"><meta http-equiv="refresh" content="${again}"><title>Inky Veil</title><p role="status">${sentence}</p></html>`,
    {
      status: 503,
      headers: {
        'Retry-After': String(again),
        'Cache-Control': 'no-store',
        'Content-Type': 'text/html; charset=utf-8',
      },
    },
  );
}

import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ServerType } from '@hono/node-server';
import { serveStatic } from '@hono/node-server/serve-static';
import { createNodeWebSocket } from '@hono/node-ws';
import { Hono, type Context } from 'hono';
import { HTTPException } from 'hono/http-exception';
import type { Access } from './access/access';
import { accessPages, guardAccess } from './access/guard';
import { api } from './api';
import { Problem, problemOf } from './problem';
import { soundUpgrades } from './routes/socket';
import { guardOrigin, isolate, limitJson, newNonce, policy } from './security';
import type { Studio } from './studio';

/**
 * The whole server as one Hono application, and what lets a listening server take its sockets.
 * @param access who may do what; null where only this machine can reach it
 */
export function application(
  studio: Studio,
  access: Access | null = null,
): { app: Hono; takeSockets: (server: ServerType) => void; closeSockets: () => void } {
  const app = new Hono();
  const { injectWebSocket, upgradeWebSocket, wss } = createNodeWebSocket({ app });
  const nothing = (): never => {
    throw new Problem(404, 'There is nothing at this address.');
  };
  app.use(isolate(studio.config), guardOrigin(studio.config), guardAccess(access));
  if (access) accessPages(app, access);
  app.use('/api/*', limitJson());
  app.route('/api', api(studio, upgradeWebSocket));
  app.all('/api/*', nothing);
  const built = join(studio.config.root, 'build', 'web');
  app.get('/assets/*', serveStatic({ root: built, onFound: keepFor }), nothing);
  app.get('*', (context) => page(context, built));
  app.onError((error, context) => answerTo(error, context));
  return {
    app,
    takeSockets: (server) => injectWebSocket(soundUpgrades(server)),
    closeSockets: () => wss.clients.forEach((client) => client.terminate()),
  };
}

/** Files that are named by their content are kept for good; others are asked for again. */
function keepFor(path: string, context: Context): void {
  const isNamedByContent = /-[\w-]{8}\.\w+$/.test(path);
  context.header('Cache-Control', isNamedByContent ? 'public, max-age=31536000, immutable' : 'no-cache');
}

/** What a page is told of an error. */
function answerTo(error: Error, context: Context): Response {
  const problem = problemOf(error);
  if (problem) return context.json({ message: problem.message, code: problem.code }, problem.status);
  // The one thing that the framework refuses by itself.
  if (error instanceof HTTPException && error.status === 400)
    return context.json({ message: 'The request is not JSON.' }, 400);
  console.error(error);
  return context.json({ message: 'Something went wrong in the server. Nothing was changed; try again.' }, 500);
}

function page(context: Context, folder: string): Response {
  const nonce = newNonce();
  const html = readFileSync(join(folder, 'index.html'), 'utf8').replace('%STYLE_NONCE%', nonce);
  return context.html(html, 200, { 'Content-Security-Policy': policy(nonce), 'Cache-Control': 'no-store' });
}

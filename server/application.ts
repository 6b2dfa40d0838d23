import { existsSync, readFileSync, statSync } from 'node:fs';
import { extname, join, normalize } from 'node:path';
import type { ServerType } from '@hono/node-server';
import { createNodeWebSocket } from '@hono/node-ws';
import { Hono, type Context } from 'hono';
import { Problem, problemOf } from './problem';
import { assetRoutes } from './routes/assets';
import { cutRoutes } from './routes/cuts';
import { faceRoutes } from './routes/faces';
import { jobRoutes } from './routes/jobs';
import { pieceRoutes } from './routes/pieces';
import { recipeRoutes } from './routes/recipes';
import { soundUpgrades } from './routes/socket';
import { guardOrigin, isolate, newNonce, policy } from './security';
import type { Studio } from './studio';

const types: Record<string, string> = {
  '.js': 'text/javascript',
  '.css': 'text/css',
  '.wasm': 'application/wasm',
  '.woff2': 'font/woff2',
  '.svg': 'image/svg+xml',
  '.png': 'image/png',
  '.ttf': 'font/ttf',
};

/** The whole server as one Hono application, and what lets a listening server take its sockets. */
export function application(studio: Studio): { app: Hono; takeSockets: (server: ServerType) => void } {
  const app = new Hono();
  const { injectWebSocket, upgradeWebSocket } = createNodeWebSocket({ app });
  app.use(isolate(), guardOrigin(studio.config));
  app.route('/api/pieces', pieceRoutes(studio, upgradeWebSocket));
  app.route('/api/assets', assetRoutes(studio));
  app.route('/api/cuts', cutRoutes(studio));
  app.route('/api/faces', faceRoutes(studio));
  app.route('/api/jobs', jobRoutes(studio));
  app.route('/api/recipes', recipeRoutes(studio));
  app.all('/api/*', () => {
    throw new Problem(404, 'There is nothing at this address.');
  });
  const built = join(studio.config.root, 'build', 'web');
  app.get('/assets/*', (context) => file(context, built));
  app.get('*', (context) => page(context, built));
  app.onError((error, context) => {
    const problem = problemOf(error);
    if (problem) return context.json({ message: problem.message, code: problem.code }, problem.status);
    console.error(error);
    return context.json({ message: 'Something went wrong in the server. Nothing was changed; try again.' }, 500);
  });
  return { app, takeSockets: (server) => injectWebSocket(soundUpgrades(server)) };
}

function file(context: Context, folder: string): Response {
  const path = join(folder, normalize(decodeURIComponent(context.req.path)));
  if (!path.startsWith(folder) || !existsSync(path) || !statSync(path).isFile())
    throw new Problem(404, 'There is nothing at this address.');
  return context.body(new Uint8Array(readFileSync(path)), 200, {
    'Content-Type': types[extname(path)] ?? 'application/octet-stream',
    'Cache-Control': /-[\w-]{8}\.\w+$/.test(path) ? 'public, max-age=31536000, immutable' : 'no-cache',
  });
}

function page(context: Context, folder: string): Response {
  const nonce = newNonce();
  const html = readFileSync(join(folder, 'index.html'), 'utf8').replace('%STYLE_NONCE%', nonce);
  return context.html(html, 200, { 'Content-Security-Policy': policy(nonce), 'Cache-Control': 'no-store' });
}

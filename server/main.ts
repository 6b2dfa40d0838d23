import { mkdirSync } from 'node:fs';
import type { Server } from 'node:http';
import { join } from 'node:path';
import { serve } from '@hono/node-server';
import type { Hono } from 'hono';
import { application } from './application';
import { readConfig, type Config } from './config';
import { connectionLimits, connectionOptions, limitConnections } from './connections';
import { endWith } from './endWith';
import { buildMark } from './queue/buildMark';
import { tokenPath, workerToken } from './queue/secrets';
import { Inbox } from './runs/desk/inbox';
import type { RowHands } from './runs/rowHand';
import { seed } from './seed';
import type { Files } from './store/files';
import { takeFolder } from './starting/folderLock';
import { isForPrograms, notYet } from './starting/notYet';
import { Studio } from './studio';

/**
 * Listens before anything is touched. Until the application is there pages are told that it comes, and what programs ask
 * waits for it.
 */
function listen(config: Config, served: { app: Hono | null; whenThere: Promise<Hono> }): Promise<Server> {
  return new Promise((resolve) => {
    const server = serve(
      {
        fetch: async (request, environment) => {
          const app = served.app ?? (isForPrograms(request) ? await served.whenThere : null);
          return app ? app.fetch(request, environment) : notYet();
        },
        hostname: config.host,
        port: config.port,
        serverOptions: connectionOptions(connectionLimits),
      },
      () => resolve(server as Server),
    );
    limitConnections(server as Server);
    server.on('error', (error: NodeJS.ErrnoException) =>
      endWith(
        error.code === 'EADDRINUSE'
          ? `Port ${config.port} is in use. Stop what runs there, or set PORT to another one.`
          : error,
      ),
    );
  });
}

/** With Redis rows are done by workers; null where this machine does them. */
async function workersOf(config: Config): Promise<((files: Files) => RowHands) | undefined> {
  const { redis: url, data, root } = config;
  if (!url) return undefined;
  // Loaded only where it is needed: without it the program starts faster.
  const { RedisHands } = await import('./queue/redisHands');
  mkdirSync(data, { recursive: true });
  const token = workerToken(data);
  const build = buildMark(join(root, 'build', 'server'));
  console.log(`Rows are done by workers: npm run worker -- --server URL --token-file ${tokenPath(data)}`);
  return (files) => new RedisHands({ url, build, token, move: (from, to) => files.move(from, to) });
}

async function start(config: Config): Promise<void> {
  const giveBack = takeFolder(config.data);
  process.on('exit', giveBack);
  let give: (app: Hono) => void;
  const served = { app: null as Hono | null, whenThere: new Promise<Hono>((resolve) => (give = resolve)) };
  const server = await listen(config, served);
  const studio = new Studio(config, await workersOf(config));
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.on(signal, () => {
      studio.close();
      process.exit(0);
    });
  }
  studio.files.clearWorking();
  studio.dropUnusedSolved();
  await seed(studio, (line) => console.log(line));
  const { app, takeSockets } = application(studio);
  takeSockets(server);
  served.app = app;
  give!(app);
  studio.runWorks.resume();
  studio.orderDesk.resume();
  new Inbox(studio.orderDesk);
  const { port } = server.address() as { port: number };
  console.log(`Inky Veil is ready at http://${config.host.includes(':') ? `[${config.host}]` : config.host}:${port}`);
}

start(readConfig(process.env)).catch(endWith);

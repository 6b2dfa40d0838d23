import { mkdirSync, readFileSync } from 'node:fs';
import type { Server } from 'node:http';
import { join } from 'node:path';
import { createServer } from 'node:https';
import { serve } from '@hono/node-server';
import type { Hono } from 'hono';
import { Access } from './access/access';
import { keysPath, serverKeys } from './access/keys';
import { application } from './application';
import { isLoopback, readConfig, type Config } from './config';
import { connectionLimits, connectionOptions, limitConnections } from './connections';
import { endWith } from './endWith';
import { buildMark } from './queue/buildMark';
import { tokenPath, workerToken } from './queue/secrets';
import { Inbox } from './runs/desk/inbox';
import type { RowHands } from './runs/rowHand';
import { seed } from './seed';
import type { Files } from './store/files';
import { exchange, stagingOf } from './backup/restore';
import { watchForChangeOver } from './starting/changeOver';
import { takeFolder } from './starting/folderLock';
import { isForPrograms, notYet } from './starting/notYet';
import { Studio } from './studio';

/**
 * Listens before anything is touched. Until the application is there pages are told that it comes, and what programs ask
 * waits for it.
 */
function listen(config: Config, served: Served): Promise<Server> {
  return new Promise((resolve) => {
    const server = serve(
      {
        fetch: async (request, environment) => {
          const app = served.app ?? (isForPrograms(request) ? await served.whenThere : null);
          return app ? served.answer(() => app.fetch(request, environment)) : notYet();
        },
        hostname: config.host,
        port: config.port,
        ...(config.tls
          ? {
              createServer,
              serverOptions: {
                ...connectionOptions(connectionLimits),
                cert: readFileSync(config.tls.cert),
                key: readFileSync(config.tls.key),
                minVersion: 'TLSv1.2' as const,
              },
            }
          : { serverOptions: connectionOptions(connectionLimits) }),
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

/** Who may do what, where other machines can reach the server; new keys are shown once. */
function accessOf({ host, data }: Config): Access | null {
  if (isLoopback(host)) return null;
  const { digests, fresh } = serverKeys(data);
  if (fresh)
    console.log(
      [
        'Keys of this studio, shown this once:',
        `  to work:  ${fresh.work}`,
        `  to look:  ${fresh.look}`,
        `Delete ${keysPath(data)} and start again to make new ones.`,
      ].join('\n'),
    );
  return new Access(digests);
}

/** What is served, and whoever waits for it while it is not there. */
class Served {
  app: Hono | null = null;
  private give: (app: Hono) => void = () => undefined;
  whenThere: Promise<Hono> = new Promise((resolve) => (this.give = resolve));
  /** Requests that are being answered. */
  private busy = 0;

  set(app: Hono): void {
    this.app = app;
    this.give(app);
  }

  async answer(ask: () => Response | Promise<Response>): Promise<Response> {
    this.busy++;
    try {
      return await ask();
    } finally {
      this.busy--;
    }
  }

  /** New requests wait from now on; until those that are being answered are, or for so long, ms. */
  async pause(most: number): Promise<void> {
    this.app = null;
    this.whenThere = new Promise((resolve) => (this.give = resolve));
    const end = Date.now() + most;
    while (this.busy > 0 && Date.now() < end) await new Promise((resolve) => setTimeout(resolve, 50));
  }
}

/** Ends what works at present; nothing as long as nothing does. */
interface Closing {
  close(): void;
}

/** Opens the studio of a data folder, with all that runs by itself. @param closing is told how to end it at once */
async function openStudio(config: Config, server: Server, access: Access | null, closing: Closing): Promise<Hono> {
  const studio = new Studio(config, await workersOf(config));
  closing.close = () => studio.close();
  studio.files.clearWorking();
  studio.dropUnusedSolved();
  await seed(studio, (line) => console.log(line));
  const { app, takeSockets, closeSockets } = application(studio, access);
  server.removeAllListeners('upgrade');
  takeSockets(server);
  studio.runWorks.resume();
  studio.orderDesk.resume();
  const inbox = new Inbox(studio.orderDesk);
  closing.close = () => {
    inbox.close();
    closeSockets();
    studio.close();
  };
  return app;
}

/** What is being answered may take so long when a backup is put in place, ms. */
const pauseForRestore = 5000;

async function start(config: Config): Promise<void> {
  let giveBack = takeFolder(config.data);
  process.on('exit', () => giveBack());
  const served = new Served();
  const server = await listen(config, served);
  const access = accessOf(config);
  const closing: Closing = { close: () => undefined };
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.on(signal, () => {
      closing.close();
      process.exit(0);
    });
  }
  served.set(await openStudio(config, server, access, closing));
  watchForChangeOver(config.data, stagingOf(config.data), async (staging) => {
    await served.pause(pauseForRestore);
    closing.close();
    giveBack();
    let before: string | null;
    try {
      before = exchange(staging, config.data);
    } finally {
      // Whatever came of it, the studio goes on with what is there.
      giveBack = takeFolder(config.data);
      served.set(await openStudio(config, server, access, closing));
    }
    console.log(`A backup is in place; what was there before is in ${before ?? 'no folder'}.`);
    return before;
  });
  const { port } = server.address() as { port: number };
  const scheme = config.tls ? 'https' : 'http';
  console.log(
    `Inky Veil is ready at ${scheme}://${config.host.includes(':') ? `[${config.host}]` : config.host}:${port}`,
  );
}

Promise.resolve()
  .then(() => start(readConfig(process.env)))
  .catch(endWith);

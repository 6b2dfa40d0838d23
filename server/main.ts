import type { Server } from 'node:http';
import { serve } from '@hono/node-server';
import type { Hono } from 'hono';
import { application } from './application';
import { readConfig, type Config } from './config';
import { connectionLimits, connectionOptions, limitConnections } from './connections';
import { endWith } from './endWith';
import { seed } from './seed';
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

async function start(config: Config): Promise<void> {
  const giveBack = takeFolder(config.data);
  process.on('exit', giveBack);
  let give: (app: Hono) => void;
  const served = { app: null as Hono | null, whenThere: new Promise<Hono>((resolve) => (give = resolve)) };
  const server = await listen(config, served);
  const studio = new Studio(config);
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
  const { port } = server.address() as { port: number };
  console.log(`Inky Veil is ready at http://${config.host.includes(':') ? `[${config.host}]` : config.host}:${port}`);
}

start(readConfig(process.env)).catch(endWith);

import type { Server } from 'node:http';
import { serve } from '@hono/node-server';
import { application } from './application';
import { readConfig } from './config';
import { seed } from './seed';
import { Studio } from './studio';

const config = readConfig(process.env);
const studio = new Studio(config);
studio.files.clearWorking();
studio.dropUnusedSolved();
await seed(studio, (line) => console.log(line));

const { app, takeSockets } = application(studio);
const server = serve({ fetch: app.fetch, hostname: config.host, port: config.port }, ({ port }) => {
  console.log(`Inky Veil is ready at http://${config.host.includes(':') ? `[${config.host}]` : config.host}:${port}`);
});
takeSockets(server);
studio.runWorks.resume();
// Longer than any pause between two requests of one page.
(server as Server).keepAliveTimeout = 65000;
server.on('error', (error: NodeJS.ErrnoException) => {
  console.error(
    error.code === 'EADDRINUSE'
      ? `Port ${config.port} is in use. Stop what runs there, or set PORT to another one.`
      : error.message,
  );
  process.exit(1);
});

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => {
    studio.close();
    process.exit(0);
  });
}

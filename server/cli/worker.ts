import { existsSync, readFileSync } from 'node:fs';
import { availableParallelism, homedir } from 'node:os';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { projectRoot } from '../config';
import { endWith } from '../endWith';
import { buildMark } from '../queue/buildMark';
import { keepFor } from '../queue/kept';
import { ServerClient } from '../queue/serverClient';
import { RowWorker } from '../queue/worker';
import { Files } from '../store/files';

const usage = `Does rows of a server's runs on this machine. The server was started with REDIS_URL.

  npm run worker -- --server URL [--token TOKEN | --token-file FILE] [--redis URL] [--at-once 2] [--folder FOLDER]

--server     the server's address, such as http://192.168.1.10:4680
--token      what the server wants to see: it lies in "worker-token" in its data folder (or INKY_WORKER_TOKEN)
--redis      where Redis is, seen from here; as the server has it when left out (or REDIS_URL)
--at-once    rows side by side; one for each core when left out
--folder     where photographs and faces are kept that were fetched; those that nobody used for 30 days go`;

interface Order {
  server: string;
  token: string;
  redis: string | null;
  atOnce: number;
  folder: string;
}

function readOrder(): Order {
  const text = { type: 'string' } as const;
  const { values } = parseArgs({
    options: {
      server: text,
      token: text,
      'token-file': text,
      redis: text,
      'at-once': text,
      folder: text,
      help: { type: 'boolean' },
    },
  });
  if (values.help || !values.server) throw new Error(usage);
  if (!/^https?:\/\/[^/\s]+/.test(values.server)) throw new Error(`--server: "${values.server}" is no address.`);
  const file = values['token-file'];
  if (file !== undefined && !existsSync(file)) throw new Error(`--token-file: there is nothing at "${file}".`);
  const token = values.token ?? (file ? readFileSync(file, 'utf8').trim() : process.env.INKY_WORKER_TOKEN);
  if (!token) throw new Error('The server wants a token: --token, --token-file or INKY_WORKER_TOKEN.');
  const atOnce = Number(values['at-once'] ?? availableParallelism());
  if (!Number.isInteger(atOnce) || atOnce < 1 || atOnce > 64)
    throw new Error(`--at-once: "${values['at-once']}" is no number from 1 to 64.`);
  return {
    server: values.server.replace(/\/+$/, ''),
    token,
    redis: (values.redis ?? process.env.REDIS_URL) || null,
    atOnce,
    folder: resolve(values.folder ?? join(homedir(), '.cache', 'inky-veil-worker')),
  };
}

async function main(): Promise<void> {
  const order = readOrder();
  const buildFolder = join(projectRoot, 'build', 'server');
  const files = new Files(order.folder);
  keepFor(order.folder);
  const client = new ServerClient(order.server, order.token, buildMark(buildFolder), files);
  const isSeen = process.stdout.isTTY;
  const worker = new RowWorker({
    client,
    files,
    buildFolder,
    redis: order.redis,
    atOnce: order.atOnce,
    say: (line) => (isSeen && / done$/.test(line) ? process.stdout.write(`\r${line}   `) : console.log(line)),
  });
  let isEnding = false;
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.on(signal, () => {
      // A second press does not wait for the rows that are being done: others take them.
      if (isEnding) process.exit(130);
      isEnding = true;
      console.log('\nEnds when the rows that are being done are done. Once more: at once.');
      void worker.close(false).then(() => process.exit(0));
    });
  await worker.run();
}

main().catch(endWith);

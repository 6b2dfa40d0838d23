import { mkdtempSync, rmSync } from 'node:fs';
import type { Server } from 'node:http';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { serve } from '@hono/node-server';
import { WebSocket } from 'ws';
import { application } from '../application';
import { Studio } from '../studio';
import { freePort } from '../testing/freePort';

const folder = mkdtempSync(join(tmpdir(), 'inky-socket-'));
let studio: Studio;
let server: Server;
let port: number;
let piece: string;

beforeAll(async () => {
  port = await freePort();
  studio = new Studio({ root: resolve('.'), data: join(folder, 'data'), host: '127.0.0.1', port });
  const { app, takeSockets } = application(studio);
  await new Promise<void>(
    (ready) => (server = serve({ fetch: app.fetch, hostname: '127.0.0.1', port }, () => ready()) as Server),
  );
  takeSockets(server);
  const made = await fetch(`${url()}/api/pieces`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'One', sheet: { width: 30, height: 20, ppi: 300, paint: '#ffffff' } }),
  });
  piece = ((await made.json()) as { id: string }).id;
});
afterAll(async () => {
  await new Promise((ended) => server.close(ended));
  studio.close();
  rmSync(folder, { recursive: true, force: true });
});

const url = (): string => `http://127.0.0.1:${port}`;

/** Opens a tab's socket. @returns what it is received in turn, or the status with which it is refused */
function openTab(
  path: string,
  origin = url(),
): { next: () => Promise<unknown>; refused: Promise<number>; close: () => Promise<void> } {
  const socket = new WebSocket(`ws://127.0.0.1:${port}${path}`, { origin });
  const received: unknown[] = [];
  const waiting: ((event: unknown) => void)[] = [];
  socket.on('message', (text: Buffer) => {
    const event: unknown = JSON.parse(text.toString());
    const first = waiting.shift();
    if (first) first(event);
    else received.push(event);
  });
  socket.on('error', () => undefined);
  return {
    next: () => (received.length > 0 ? Promise.resolve(received.shift()) : new Promise((heard) => waiting.push(heard))),
    refused: new Promise((heard) =>
      socket.on('unexpected-response', (_request, response) => heard(response.statusCode!)),
    ),
    close: () => new Promise((closed) => socket.on('close', () => closed()).close()),
  };
}

test('the second tab watches until the first has left', async () => {
  const first = openTab(`/api/pieces/${piece}/socket?tab=first`);
  expect(await first.next()).toEqual({ kind: 'role', role: 'working' });
  const second = openTab(`/api/pieces/${piece}/socket?tab=second`);
  expect(await second.next()).toEqual({ kind: 'role', role: 'watching' });
  await first.close();
  expect(await second.next()).toEqual({ kind: 'role', role: 'working' });
  await second.close();
});

test('pages of other sites, pieces that are not there and nameless tabs are refused', async () => {
  expect(await openTab(`/api/pieces/${piece}/socket?tab=a`, 'http://evil.example').refused).toBe(403);
  expect(await openTab('/api/pieces/none/socket?tab=a').refused).toBe(404);
  expect(await openTab(`/api/pieces/${piece}/socket`).refused).toBe(400);
});

test('an upgrade to a broken address, or one that breaks off, leaves the server standing', async () => {
  for (const path of ['//', 'http://[']) {
    const answer = await new Promise<string>((heard) => {
      const raw = connect(port, '127.0.0.1', () =>
        raw.write(
          `GET ${path} HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nConnection: Upgrade\r\nUpgrade: websocket\r\n\r\n`,
        ),
      );
      raw.once('data', (data) => heard(data.toString()));
    });
    expect(answer).toMatch(/^HTTP\/1\.1 400/);
  }
  await new Promise<void>((gone) => {
    const raw = connect(port, '127.0.0.1', () => {
      raw.write(
        `GET /api/pieces/${piece}/socket?tab=a HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nConnection: Upgrade\r\nUpgrade: websocket\r\nSec-WebSocket-Version: 13\r\nSec-WebSocket-Key: dGhlIHNhbXBsZSBub25jZQ==\r\n\r\n`,
      );
      raw.resetAndDestroy();
    });
    raw.on('close', () => gone());
  });
  expect((await fetch(`${url()}/api/pieces`)).status).toBe(200);
});

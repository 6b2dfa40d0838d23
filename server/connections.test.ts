import { expect, test } from '@jest/globals';
import { createServer, type Server } from 'node:http';
import { connect, type AddressInfo, type Socket } from 'node:net';
import { connectionLimits, connectionOptions, limitConnections } from './connections';

const limits = { ...connectionLimits, most: 3, headers: 300, silent: 200, between: 5000 };
const open: (Server | Socket)[] = [];
afterEach(() => {
  for (const one of open.splice(0))
    if ('destroy' in one) one.destroy();
    else one.close();
});

/** A server that reads what it is sent and answers with its length. @param reads whether it reads at once */
async function served({ answersAfter = 0, readsAfter = 0 } = {}): Promise<number> {
  const server = createServer(connectionOptions(limits), (request, response) => {
    let bytes = 0;
    setTimeout(() => {
      request.on('data', (part: Buffer) => (bytes += part.length));
      request.on('end', () => setTimeout(() => response.end(`${bytes}`), answersAfter));
    }, readsAfter);
  });
  limitConnections(server, limits);
  open.push(server);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return (server.address() as AddressInfo).port;
}

/** What a socket is told until it is closed, or until `isEnough`. */
function told(
  port: number,
  says: (socket: Socket) => void,
  isEnough: (text: string) => boolean = () => false,
): Promise<string> {
  return new Promise((resolve) => {
    let text = '';
    const socket = connect(port, '127.0.0.1', () => says(socket));
    open.push(socket);
    socket.on('data', (part) => {
      text += part.toString();
      if (isEnough(text)) resolve(text);
    });
    socket.on('error', () => undefined);
    socket.on('close', () => resolve(`${text}closed`));
  });
}

const put = (length: number): string => `PUT / HTTP/1.1\r\nHost: here\r\nContent-Length: ${length}\r\n\r\n`;
const answered = (text: string): boolean => /\r\n\r\n\d+$/.test(text);

test('a socket that never says what it wants is closed', async () => {
  const port = await served();
  expect(await told(port, (socket) => socket.write('GET / HT'))).toMatch(/closed$/);
});

test('a body that stops in the middle is closed, one that comes on slowly is taken whole', async () => {
  const port = await served();
  const stopped = told(port, (socket) => socket.write(`${put(1000)}abc`));
  const slow = told(
    port,
    (socket) => {
      socket.write(put(12));
      let sent = 0;
      const timer = setInterval(() => {
        socket.write('ab');
        if ((sent += 2) === 12) clearInterval(timer);
      }, 60);
    },
    answered,
  );
  expect(await stopped).toBe('closed');
  expect(await slow).toMatch(/12$/);
});

test('an answer that takes long is waited for, and so is a server that does not read yet', async () => {
  const late = await served({ answersAfter: 700 });
  expect(await told(late, (socket) => socket.write(`${put(3)}abc`), answered)).toMatch(/3$/);
  const busy = await served({ readsAfter: 700 });
  const large = 'x'.repeat(300_000);
  expect(await told(busy, (socket) => socket.write(put(large.length) + large), answered)).toMatch(/300000$/);
});

test('a socket that is used again and again gathers no listeners', async () => {
  const port = await served();
  const [server] = open as [Server];
  const sockets: Socket[] = [];
  server.on('connection', (socket: Socket) => sockets.push(socket));
  const answers = (text: string): number => text.split('HTTP/1.1 200').length - 1;
  await told(
    port,
    (socket) => {
      for (let k = 0; k < 20; k++) socket.write(`${put(3)}abc`);
    },
    (text) => answers(text) === 20,
  );
  expect(sockets).toHaveLength(1);
  expect(sockets[0].listenerCount('close')).toBeLessThan(8);
});

test('more sockets than there may be are closed at once; the others go on', async () => {
  const port = await served();
  const kept = Array.from({ length: 3 }, () => connect(port, '127.0.0.1'));
  open.push(...kept);
  await Promise.all(kept.map((socket) => new Promise((resolve) => socket.once('connect', resolve))));
  expect(await told(port, (socket) => socket.write(`${put(3)}abc`))).toBe('closed');
  const answer = new Promise<string>((resolve) => kept[0].once('data', (part) => resolve(part.toString())));
  kept[0].write(`${put(3)}abc`);
  expect(await answer).toMatch(/3$/);
});

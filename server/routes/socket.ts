import { EventEmitter } from 'node:events';
import type { IncomingMessage } from 'node:http';
import type { Duplex } from 'node:stream';
import type { ServerType } from '@hono/node-server';
import type { createNodeWebSocket } from '@hono/node-ws';
import type { WSEvents } from 'hono/ws';
import type { WebSocket } from 'ws';

export type Upgrade = ReturnType<typeof createNodeWebSocket>['upgradeWebSocket'];

const pulseMs = 15000;

/**
 * A socket on which the server tells a page things for as long as it is open. Sockets, unlike event streams, do not
 * count
 * among the few connections that a browser keeps to one server, so any number of tabs can be open.
 * @param open is given a function that sends, and returns what to call when the page has gone
 */
export function socket(open: (send: (data: unknown) => void) => () => void): WSEvents<WebSocket> {
  let close: (() => void) | undefined;
  let pulse: NodeJS.Timeout | undefined;
  const gone = (): void => {
    clearInterval(pulse);
    close?.();
    close = undefined;
  };
  return {
    onOpen(_event, to) {
      close = open((data) => to.send(JSON.stringify(data)));
      // A page that has gone without a word no longer answers.
      let answered = true;
      to.raw?.on('pong', () => (answered = true));
      pulse = setInterval(() => {
        if (!answered) return to.raw?.terminate();
        answered = false;
        to.raw?.ping();
      }, pulseMs);
    },
    onClose: gone,
    onError: gone,
  };
}

/**
 * Only those upgrade requests of a server that can be answered: one that is broken, or breaks off before it is
 * answered,
 * would otherwise end the whole server.
 */
export function soundUpgrades(server: ServerType): ServerType {
  const sound = new EventEmitter();
  server.on('upgrade', (request: IncomingMessage, connection: Duplex, head: Buffer) => {
    connection.on('error', () => connection.destroy());
    if (URL.canParse(request.url ?? '', 'http://localhost')) sound.emit('upgrade', request, connection, head);
    else connection.end('HTTP/1.1 400 Bad Request\r\nConnection: close\r\nContent-Length: 0\r\n\r\n');
  });
  return sound as ServerType;
}

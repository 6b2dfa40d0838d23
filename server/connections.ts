import type { IncomingMessage, Server, ServerOptions } from 'node:http';

/** How many sockets there may be, and how long they may be silent, ms. */
export interface ConnectionLimits {
  /** So many at once; further ones are closed at once. */
  most: number;
  /** From the first byte of a request, or from the connection, until its headers are there. */
  headers: number;
  /** Between two parts of a request's body. */
  silent: number;
  /** Until a request's body is there as a whole. */
  body: number;
  /** Between two requests: longer than any pause of one page. */
  between: number;
}

export const connectionLimits: ConnectionLimits = {
  most: 400,
  headers: 20_000,
  silent: 30_000,
  body: 900_000,
  between: 65_000,
};

/** Given when a server is made: how often silent sockets are looked for. */
export const connectionOptions = ({ headers }: ConnectionLimits): ServerOptions => ({
  connectionsCheckingInterval: Math.max(50, Math.min(10_000, headers / 2)),
});

/**
 * Closes sockets that keep nothing but a place: those that never say what they want, those that stop in the middle of
 * what they send, and those that are too many. How long an answer takes does not matter.
 */
export function limitConnections(server: Server, limits: ConnectionLimits = connectionLimits): void {
  server.maxConnections = limits.most;
  server.headersTimeout = limits.headers;
  server.requestTimeout = limits.body;
  server.keepAliveTimeout = limits.between;
  server.on('request', (request: IncomingMessage) => closeWhenSilent(request, limits.silent));
}

function closeWhenSilent(request: IncomingMessage, silent: number): void {
  if (!request.headers['transfer-encoding'] && !Number(request.headers['content-length'])) return;
  const { socket } = request;
  let known = -1;
  const timer = setInterval(() => {
    // Nobody reads it yet: that is not the sender's silence.
    const isHeldUp = request.readableLength >= request.readableHighWaterMark || socket.isPaused();
    if (!isHeldUp && socket.bytesRead === known) socket.destroy();
    known = isHeldUp ? -1 : socket.bytesRead;
  }, silent / 2);
  timer.unref();
  const done = (): void => clearInterval(timer);
  request.once('end', done);
  // It comes when the socket is closed, too; the socket itself goes on to other requests and is told nothing.
  request.once('close', done);
}

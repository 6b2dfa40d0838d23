import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

/** Where the program lies and where it may write. */
export interface Config {
  /** The project's folder. */
  root: string;
  /** All that is read and written while running lies here, but for the program itself. */
  data: string;
  host: string;
  port: number;
  /** Files of a certificate and its key (PEM): answers are then encrypted. */
  tls?: { cert: string; key: string } | null;
  /** Where Redis is that rows of runs are queued at; null: they are done on this machine. */
  redis?: string | null;
}

/** The project's folder, seen from the bundle in build/server. */
export const projectRoot = resolve(dirname(fileURLToPath(import.meta.url)), '..', '..');

/** Whether only this machine itself can reach a host. */
export const isLoopback = (host: string): boolean => host === 'localhost' || host === '::1' || /^127\./.test(host);

/**
 * Reads `PORT`, `HOST`, `INKY_DATA`, `TLS_CERT`, `TLS_KEY` and `REDIS_URL`.
 * @throws Error for a port or an address that is none, and where others could read what is sent
 */
export function readConfig(environment: Record<string, string | undefined>, root: string = projectRoot): Config {
  const port = Number(environment.PORT ?? 4680);
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new Error(`PORT is "${environment.PORT}", which is not a port number.`);
  const redis = environment.REDIS_URL || null;
  if (redis !== null && !/^rediss?:\/\/[^/\s]+/.test(redis))
    throw new Error(`REDIS_URL is "${redis}", which is no address such as redis://127.0.0.1:6379.`);
  const host = environment.HOST || '127.0.0.1';
  const [cert, key] = [environment.TLS_CERT, environment.TLS_KEY];
  if (Boolean(cert) !== Boolean(key))
    throw new Error('TLS_CERT and TLS_KEY belong together: give the file of the certificate and that of its key.');
  if (!isLoopback(host) && !cert)
    throw new Error(
      `HOST is "${host}", which other machines can reach. Give TLS_CERT and TLS_KEY, the files of a certificate and its key, so that nobody can read keys and pictures on the way; or leave HOST out.`,
    );
  return {
    root,
    data: resolve(environment.INKY_DATA ?? join(root, 'data')),
    host,
    port,
    tls: cert && key ? { cert: resolve(cert), key: resolve(key) } : null,
    redis,
  };
}

/** Largest file taken in, bytes. */
export const largestFile = 600 * 1024 * 1024;
/** Largest picture taken in, px. */
export const largestPicture = 100e6;

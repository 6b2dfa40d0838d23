import { randomBytes } from 'node:crypto';
import { networkInterfaces } from 'node:os';
import type { MiddlewareHandler } from 'hono';
import { bodyLimit } from 'hono/body-limit';
import type { Config } from './config';

/** Names under which this server may be addressed. */
function allowedHosts({ host, port, tls }: Config): Set<string> {
  const names = ['127.0.0.1', 'localhost', '[::1]'];
  if (host === '0.0.0.0' || host === '::') names.push(...ownAddresses());
  else names.push(written(host));
  return new Set(names.flatMap((name) => [`${name}:${port}`, ...(port === (tls ? 443 : 80) ? [name] : [])]));
}

const written = (address: string): string => (address.includes(':') ? `[${address}]` : address);

function ownAddresses(): string[] {
  return Object.values(networkInterfaces()).flatMap((list) => (list ?? []).map(({ address }) => written(address)));
}

/** Refuses requests that come for another host or from another site, so that no foreign page can drive this server. */
export function guardOrigin(config: Config): MiddlewareHandler {
  const hosts = allowedHosts(config);
  const scheme = config.tls ? 'https' : 'http';
  return async (context, next) => {
    const host = context.req.header('host') ?? '';
    const origin = context.req.header('origin');
    const site = context.req.header('sec-fetch-site');
    if (!hosts.has(host.toLowerCase())) return context.text('This address is not served here.', 403);
    if (origin !== undefined && origin.toLowerCase() !== `${scheme}://${host.toLowerCase()}`)
      return context.text('Requests from other sites are refused.', 403);
    if (site !== undefined && site === 'cross-site' && context.req.path.startsWith('/api/'))
      return context.text('Requests from other sites are refused.', 403);
    await next();
  };
}

/** JSON that a request may bring, bytes: files come by other ways. */
const largestJson = 20e6;

/** Refuses JSON that is too large: by its declared length at once, else as soon as more has come. */
export function limitJson(): MiddlewareHandler {
  const limited = bodyLimit({
    maxSize: largestJson,
    onError: (context) => context.json({ message: 'This request is larger than 20 MB, which is the limit.' }, 413),
  });
  return (context, next) => (/json/i.test(context.req.header('content-type') ?? '') ? limited(context, next) : next());
}

/** A new nonce for the styles that a component must add while running. */
export const newNonce = (): string => randomBytes(16).toString('base64');

/** Headers of every answer: isolated from other sites, and nothing runs but what this server sends. */
export function isolate({ tls }: Pick<Config, 'tls'>): MiddlewareHandler {
  return async (context, next) => {
    await next();
    const headers = context.res.headers;
    headers.set('Cross-Origin-Opener-Policy', 'same-origin');
    headers.set('Cross-Origin-Embedder-Policy', 'require-corp');
    headers.set('Cross-Origin-Resource-Policy', 'same-origin');
    headers.set('X-Content-Type-Options', 'nosniff');
    if (!headers.has('Referrer-Policy')) headers.set('Referrer-Policy', 'no-referrer');
    if (tls) headers.set('Strict-Transport-Security', 'max-age=31536000');
    if (!headers.has('Content-Security-Policy')) headers.set('Content-Security-Policy', policy());
  };
}

/** The content security policy; a nonce is given to the page itself only. @param forms where forms may be sent */
export function policy(nonce?: string, forms = "'none'"): string {
  return [
    "default-src 'none'",
    "script-src 'self' 'wasm-unsafe-eval'",
    `style-src 'self'${nonce ? ` 'nonce-${nonce}'` : ''}`,
    "img-src 'self' blob: data:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "base-uri 'none'",
    `form-action ${forms}`,
    "frame-ancestors 'none'",
  ].join('; ');
}

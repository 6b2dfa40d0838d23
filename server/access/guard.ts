import type { Context, Hono, MiddlewareHandler } from 'hono';
import { deleteCookie, getCookie, setCookie } from 'hono/cookie';
import { bodyLimit } from 'hono/body-limit';
import { newNonce, policy } from '../security';
import { addressOf, type Access, type Shown } from './access';
import type { Role } from './keys';
import { loginPage, wayOn } from './loginPage';
import { sessionMs } from './sessions';

/** `__Host-`: only this server's own secure pages can set it, for all of its paths (RFC 6265bis). */
const cookieName = '__Host-inky-session';
const cookie = { httpOnly: true, secure: true, sameSite: 'Strict', path: '/' } as const;

/** Workers show a token of their own. */
const hasOwnToken = (path: string): boolean => path.startsWith('/api/workers/');
const onlyReads = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Who asks, by the role of a key; on a server that only its own machine can reach everybody works. */
export const roleIn = (context: Context): Role => (context.get('role') as Role | undefined) ?? 'work';

/** Whether this server asks for keys. */
export const hasKeys = (context: Context): boolean => context.get('role') !== undefined;

/** Refuses whatever is asked without a key, and changes that are asked with one that may only look. */
export function guardAccess(access: Access | null): MiddlewareHandler {
  return async (context, next) => {
    const { path, method } = context.req;
    if (!access || path === '/login' || hasOwnToken(path)) return next();
    const found = whoAsks(access, context);
    if ('waitMs' in found) return refused(context, found.waitMs);
    if (found.role === 'look' && !onlyReads.has(method) && path !== '/logout')
      return context.json({ message: 'This key may look only. Nothing was changed.', code: 'look-only' }, 403);
    context.set('role', found.role);
    return next();
  };
}

/** By the session of a browser, or by the key that a program sends along. */
function whoAsks(access: Access, context: Context): Shown {
  const role = access.sessions.roleOf(getCookie(context, cookieName));
  if (role) return { role };
  const key = /^Bearer (\S+)$/.exec(context.req.header('authorization') ?? '')?.[1];
  return key ? access.show(key, addressOf(context)) : { waitMs: 0 };
}

/** Programs are told; people are shown the page on which the key is asked for. */
function refused(context: Context, waitMs: number): Response | Promise<Response> {
  const { path, method } = context.req;
  tellWait(context, waitMs);
  if (path.startsWith('/api/') || !onlyReads.has(method))
    return context.json(
      waitMs > 0
        ? { message: tooMany(waitMs), code: 'wait' }
        : {
            message: 'Log in again, in another tab: this studio asks for its key. What waits here is then saved.',
            code: 'log-in',
          },
      waitMs > 0 ? 429 : 401,
    );
  const { pathname, search } = new URL(context.req.url);
  return context.redirect(`/login?to=${encodeURIComponent(pathname + search)}`, 303);
}

function tellWait(context: Context, waitMs: number): void {
  if (waitMs > 0) context.header('Retry-After', String(Math.ceil(waitMs / 1000)));
}

const tooMany = (waitMs: number): string =>
  `Too many wrong keys: wait ${Math.ceil(waitMs / 1000)} seconds, then try again.`;

const noKey = 'This is not a key of this studio.';
/** A form brings no more than this, bytes. */
const largestForm = 4096;

/** The pages on which a key is shown, and a session ended. */
export function accessPages(app: Hono, access: Access): void {
  const page = (context: Context, to: string, problem: string | null, status: 200 | 401 | 413 | 429 = 200) => {
    const nonce = newNonce();
    return context.html(loginPage(nonce, to, problem), status, {
      'Content-Security-Policy': policy(nonce, "'self'"),
      'Cache-Control': 'no-store',
      // Without a referrer a form would not say where it comes from, and be refused.
      'Referrer-Policy': 'same-origin',
    });
  };
  app.get('/login', (context) => page(context, wayOn(context.req.query('to')), null));
  app.post(
    '/login',
    bodyLimit({ maxSize: largestForm, onError: (context) => page(context, '/', noKey, 413) }),
    async (context) => {
      const form = await context.req.parseBody();
      const to = wayOn(typeof form.to === 'string' ? form.to : undefined);
      const shown = access.show(typeof form.key === 'string' ? form.key.trim() : '', addressOf(context));
      if ('waitMs' in shown) {
        const { waitMs } = shown;
        tellWait(context, waitMs);
        return waitMs > 0 ? page(context, to, tooMany(waitMs), 429) : page(context, to, noKey, 401);
      }
      access.sessions.end(getCookie(context, cookieName));
      setCookie(context, cookieName, access.sessions.begin(shown.role), { ...cookie, maxAge: sessionMs / 1000 });
      return context.redirect(to, 303);
    },
  );
  app.post('/logout', (context) => {
    access.sessions.end(getCookie(context, cookieName));
    deleteCookie(context, cookieName, cookie);
    return context.redirect('/login', 303);
  });
}

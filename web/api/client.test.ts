import { afterEach, expect, test } from '@jest/globals';
import { api, ask, ServerProblem } from './client';

const { fetch: realFetch } = globalThis;
const asked: { path: string; method?: string; body: unknown; type: string | null }[] = [];
function answering(answer: () => Response | Promise<Response>): void {
  globalThis.fetch = async (input, init) => {
    asked.push({
      path: String(input),
      method: init?.method,
      body: init?.body ? (JSON.parse(String(init.body)) as unknown) : null,
      type: new Headers(init?.headers).get('content-type'),
    });
    return answer();
  };
}
afterEach(() => {
  globalThis.fetch = realFetch;
  asked.length = 0;
});

const problemOf = (work: Promise<unknown>): Promise<ServerProblem> =>
  work.then(
    () => Promise.reject(new Error('It was not refused.')),
    (error: ServerProblem) => error,
  );

test('what goes out is a path with its parts, a query and a body; what comes back is the answer', async () => {
  answering(() => Response.json({ prepared: true }));
  expect(await ask(api.cuts.prepare.$post({ json: { plate: 'a' } }))).toEqual({ prepared: true });
  await ask(api.assets.$get({ query: { kind: 'face' } }));
  await ask(api.pieces[':id'].$get({ param: { id: 'first' } }));
  expect(asked).toEqual([
    { path: '/api/cuts/prepare', method: 'POST', body: { plate: 'a' }, type: 'application/json' },
    { path: '/api/assets?kind=face', method: 'GET', body: null, type: null },
    { path: '/api/pieces/first', method: 'GET', body: null, type: null },
  ]);
});

test('what is done without an answer answers nothing', async () => {
  answering(() => new Response(null, { status: 204 }));
  expect(await ask(api.jobs[':id'].$delete({ param: { id: 'j' } }))).toBeUndefined();
});

test('a refusal carries the server’s sentence, its status and its code', async () => {
  answering(() => Response.json({ message: 'There is nothing to undo.', code: 'nothing' }, { status: 409 }));
  const problem = await problemOf(ask(api.cuts.prepare.$post({ json: { plate: 'a' } })));
  expect(problem).toBeInstanceOf(ServerProblem);
  expect(problem).toMatchObject({ message: 'There is nothing to undo.', status: 409, code: 'nothing' });
});

test('a refusal that is no JSON still has its status', async () => {
  answering(() => new Response('<html>Bad gateway</html>', { status: 502 }));
  const problem = await problemOf(ask(api.cuts.prepare.$post({ json: { plate: 'a' } })));
  expect(problem).toMatchObject({ status: 502, message: 'The server refused this (502).', code: undefined });
});

test('a server that is not there is told from one that refuses', async () => {
  answering(() => Promise.reject(new TypeError('fetch failed')));
  const problem = await problemOf(ask(api.cuts.prepare.$post({ json: { plate: 'a' } })));
  expect(problem).toMatchObject({ status: 0, message: 'The server cannot be reached.' });
});

import { jest } from '@jest/globals';
import { blankPiece } from '../core/piece/blank';
import { testStudio } from './testing/studio';

const { ask, studio } = testStudio();
const sheet = { width: 30, height: 20, ppi: 300, paint: '#ffffff' };
const id = studio.pieces.create(blankPiece('Poster', sheet));

/** What can stand in an address where an id should: broken escapes, half characters, ways out, nothing and too much. */
const garbage = [
  '%ZZ',
  '%',
  '%00',
  '%ED%A0%80',
  '%FF',
  '..%2F..%2Fetc%2Fpasswd',
  '%2e%2e',
  'x'.repeat(5000),
  '%F0%9F%AA%81',
  "';--",
];

/** Addresses with one place for an id each, and how they are asked. */
const places: [method: string, address: (id: string) => string][] = [
  ['GET', (one) => `/pieces/${one}`],
  ['GET', (one) => `/pieces/${one}/thumbnail`],
  ['GET', (one) => `/pieces/${one}/bundle`],
  ['GET', (one) => `/pieces/${one}/versions`],
  ['GET', (one) => `/pieces/${id}/versions/${one}`],
  ['GET', (one) => `/pieces/${id}/versions/${one}/picture`],
  ['GET', (one) => `/pieces/${id}/history/${one}`],
  ['GET', (one) => `/pieces/${id}/picture?size=${one}`],
  ['GET', (one) => `/pieces/${id}/picture?side=${one}`],
  ['DELETE', (one) => `/pieces/${one}`],
  ['POST', (one) => `/pieces/${one}/restore`],
  ['POST', (one) => `/pieces/${one}/duplicate`],
  ['GET', (one) => `/assets/${one}/thumbnail`],
  ['GET', (one) => `/assets/${one}/tiles/0/0/0`],
  ['GET', (one) => `/assets?kind=${one}`],
  ['DELETE', (one) => `/faces/${one}`],
  ['GET', (one) => `/jobs/${one}/file`],
  ['GET', (one) => `/jobs/${one}/events`],
  ['DELETE', (one) => `/jobs/${one}`],
  ['GET', (one) => `/surveys/${one}`],
  ['GET', (one) => `/recipes/${one}`],
  ['GET', (one) => `/${one}`],
];

test('garbage in an address is answered with a sentence: never an error of the server, never a path', async () => {
  const silent = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  const wrong: string[] = [];
  for (const [method, address] of places)
    for (const one of garbage) {
      const response = await ask(address(one), { method });
      const said = await response.text();
      if (response.status >= 500 || /node:|\.ts:|\/data\/|ENOENT|SQLITE/.test(said))
        wrong.push(`${method} ${address(one).slice(0, 80)}: ${response.status} ${said.slice(0, 120)}`);
    }
  expect(wrong).toEqual([]);
  expect(silent).not.toHaveBeenCalled();
  silent.mockRestore();
});

test('names with half characters are refused or kept; what is kept can be read again', async () => {
  for (const name of ['\ud800', 'a\udc00b', '\ud83e\ude81\ud83e', '\0', '\u202eabc', ' '.repeat(10)]) {
    const made = await ask('/pieces', { method: 'POST', body: JSON.stringify({ name, sheet }) });
    expect(made.status).toBeLessThan(500);
    if (made.status !== 201) continue;
    const { id: own } = (await made.json()) as { id: string };
    const read = await ask(`/pieces/${own}`);
    expect(read.status).toBe(200);
    expect((await ask(`/pieces/${own}/bundle`)).status).toBe(200);
    const renamed = await ask(`/pieces/${own}/name`, { method: 'POST', body: JSON.stringify({ name }) });
    expect(renamed.status).toBeLessThan(500);
  }
});

test('bodies of every wrong kind are refused', async () => {
  const bodies = [
    '',
    '{',
    '[]',
    'null',
    '7',
    '"x"',
    '{"name":7}',
    '{"__proto__":{"name":"x"}}',
    '{"order":{"kind":"edit"}}',
  ];
  for (const address of [
    '/pieces',
    '/pieces/copy',
    `/pieces/${id}/orders`,
    `/pieces/${id}/name`,
    `/pieces/${id}/exports`,
    `/pieces/${id}/versions`,
  ])
    for (const body of bodies) {
      const response = await ask(address, { method: 'POST', body });
      expect([address, body, response.status >= 400 && response.status < 500]).toEqual([address, body, true]);
    }
});

import { expect, test } from '@jest/globals';
import { passes as corePasses } from '../../../core/passes';
import { benchPasses, passesOfLine, ticketLines } from '.';

const cores = { ...corePasses.picture, ...corePasses.lettering };

test('every pass of the core has its counterpart on the bench, on the same line', () => {
  expect(benchPasses.map(({ name }) => name).sort()).toEqual(Object.keys(cores).sort());
  for (const { name, line } of benchPasses)
    expect([name, cores[name as keyof typeof cores].line]).toEqual([name, line]);
});

test('lines are in order of work; passes that share one stand together, and the first names it', () => {
  const lines = ticketLines.map(({ line }) => line);
  expect(lines).toEqual([...lines].sort((a, b) => a - b));
  expect(ticketLines.flatMap(({ passes }) => passes)).toHaveLength(benchPasses.length);
  expect(passesOfLine(9).map(({ name }) => name)).toEqual(['grade', 'vignette']);
  expect(ticketLines.find(({ line }) => line === 9)!.title).toBe('Grade');
});

test('no line open, or one that is not there, has no passes', () => {
  expect(passesOfLine(null)).toEqual([]);
  expect(passesOfLine(8.5)).toEqual([]);
});

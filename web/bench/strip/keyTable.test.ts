import { parseKeybinding } from 'tinykeys';
import { benchKeys, handKeys, viewKeys } from '../keys/entries';
import { benchPasses, passesOfLine, ticketLines } from '../passes';
import { passes } from '../../../core/passes';
import { keyTable } from './keyTable';

test('every key is shown with what it does, and each line of the ticket can be opened by its digit', () => {
  const all = keyTable().flatMap(({ entries }) => entries);
  for (const { keys, shown, does } of all) {
    expect(keys.length).toBeGreaterThan(0);
    expect(shown.length * does.length).toBeGreaterThan(0);
  }
  for (const { line } of ticketLines) expect(all.find(({ keys }) => keys[0] === String(line))).toBeDefined();
});

test('no key of the bench, the sheet or a line means two things', () => {
  const common = [...Object.values(benchKeys), ...Object.values(viewKeys), ...Object.values(handKeys)];
  const digits = ticketLines.map(({ line }) => ({ keys: [String(line)] }));
  for (const { passes: own } of ticketLines) {
    const entries = [...common, ...digits, ...own.flatMap(({ keys = {} }) => Object.values(keys))];
    const bound = entries.flatMap(({ keys }) => keys.map((key) => JSON.stringify(parseKeybinding(key)).toLowerCase()));
    expect(bound.filter((key, i) => bound.indexOf(key) !== i)).toEqual([]);
  }
});

test('the bench has a counterpart for each pass of the core, on the same line', () => {
  const inCore = Object.entries({ ...passes.lettering, ...passes.picture }).map(
    ([name, { line }]) => `${line} ${name}`,
  );
  expect(benchPasses.map(({ name, line }) => `${line} ${name}`).sort()).toEqual(inCore.sort());
  expect(ticketLines.map(({ line }) => line)).toEqual([...ticketLines.map(({ line }) => line)].sort((a, b) => a - b));
  expect(passesOfLine(9).map(({ name }) => name)).toEqual(['grade', 'vignette']);
  expect(passesOfLine(null)).toEqual([]);
});

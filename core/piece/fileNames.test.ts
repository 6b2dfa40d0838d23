import fc from 'fast-check';
import { distinctFileNames, fileNameOf, fileNamePart } from './fileNames';

const row = { number: 7, count: 120, piece: 'Card', values: { Name: 'Ada', 'Stall no': '12/b' } };

test('a pattern names number, piece and columns, whatever their case', () => {
  expect(fileNameOf('{number} {piece} - {NAME} {stall no}', row)).toBe('007 Card - Ada 12-b');
  expect(fileNameOf('{gone}', row)).toBe('007');
  expect(fileNameOf('{Name', row)).toBe('{Name');
});

test('no name leads to another folder, is empty, or is one that a system keeps for itself', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'binary', maxLength: 300 }), fc.string(), (text, pattern) => {
      const name = fileNameOf(`${pattern}{a}`, { ...row, values: { a: text } });
      expect(name).not.toMatch(/[/\\<>:"|?*\p{Cc}]/u);
      expect(name).not.toMatch(/^\.|\.$|^\s|\s$/);
      expect(name).not.toBe('');
      expect([...name].length).toBeLessThanOrEqual(121);
    }),
    { numRuns: 300, seed: 4 },
  );
  expect(fileNamePart('../../etc/passwd')).toBe('-..-etc-passwd');
  expect(fileNamePart('CON')).toBe('CON-');
});

test('names come once, whatever the case of their letters', () => {
  expect(distinctFileNames(['Ada', 'ada', 'ADA (2)', 'Ada'])).toEqual(['Ada', 'ada (2)', 'ADA (2) (2)', 'Ada (3)']);
  fc.assert(
    fc.property(fc.array(fc.constantFrom('a', 'A', 'a (2)', 'b', 'B (2)'), { maxLength: 20 }), (names) => {
      const lower = distinctFileNames(names).map((name) => name.toLowerCase());
      expect(new Set(lower).size).toBe(names.length);
    }),
  );
});

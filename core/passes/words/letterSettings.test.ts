import fc from 'fast-check';
import { plainLetter, retyped, type LetterSetting } from './letterSettings';

const mark = (at: number): LetterSetting => ({ ...plainLetter, at, space: at });
const after = (before: string, next: string, places: number[], leadings: (number | null)[] = []) =>
  retyped(before, next, { letters: places.map(mark), leadings });

test('what stands before and behind an insertion keeps its settings', () => {
  expect(after('KITE', 'KNITE', [0, 1, 3]).letters.map(({ at, space }) => [at, space])).toEqual([
    [0, 0],
    [2, 1],
    [4, 3],
  ]);
  expect(after('KITE', 'TE', [0, 1, 2, 3]).letters.map(({ at, space }) => [at, space])).toEqual([
    [0, 2],
    [1, 3],
  ]);
  expect(after('KITE', 'KILN', [1, 2, 3]).letters.map(({ at }) => at)).toEqual([1]);
});

test('lines that are inserted or removed take their leading with them', () => {
  expect(after('A\nB\nC', 'A\nNEW\nB\nC', [], [null, 0.5, 0.7]).leadings).toEqual([null, null, 0.5, 0.7]);
  expect(after('A\nB\nC', 'A\nC', [], [null, 0.5, 0.7]).leadings.length).toBeLessThanOrEqual(2);
  expect(after('A\nB', 'AX\nB', [], [null, 0.5]).leadings).toEqual([null, 0.5]);
});

test('law: a setting is still at its letter, or gone', () => {
  fc.assert(
    fc.property(
      fc.string({ maxLength: 12 }),
      fc.string({ maxLength: 12 }),
      fc.string({ maxLength: 12 }),
      fc.string({ maxLength: 12 }),
      (head, gone, come, tail) => {
        const [before, next] = [head + gone + tail, head + come + tail];
        const kept = after(
          before,
          next,
          [...before].map((_, i) => i),
        ).letters;
        for (const { at, space } of kept) expect(next[at]).toBe(before[space]);
        // Nothing outside of the stretch that was replaced is lost.
        expect(kept.length).toBeGreaterThanOrEqual(
          Math.min(head.length + tail.length, next.length) - 24 * Number(before === next),
        );
      },
    ),
  );
});

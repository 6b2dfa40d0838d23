import { partFrom } from './parts';

const picture = ['.##..', '.#..#', '.####', '#....'].join('');

/** The part that a px is of, in order. */
function part(begin: number): number[] {
  const seen = new Set<number>();
  return partFrom(begin, 5, 4, (i) => picture[i] === '#' && !seen.has(i) && seen.add(i).size > 0).sort((a, b) => a - b);
}

test('px hang together by their sides, not by their corners nor around the rim', () => {
  expect(part(1)).toEqual([1, 2, 6, 9, 11, 12, 13, 14]);
  expect(part(15)).toEqual([15]);
});

test('a px that does not belong is no part', () => expect(part(0)).toEqual([]));

import { expect, test } from '@jest/globals';
import type { Piece } from '../../../core/piece/schema';
import { closeRuns } from './closeRuns';

const piece = (depth: string): Pick<Piece, 'depth' | 'veils'> =>
  ({
    depth: [...depth],
    veils: [...depth].filter((id) => id >= 'a').map((id) => ({ id })),
  }) as unknown as Pick<Piece, 'depth' | 'veils'>;

test('veils stand close where more than four follow one another; letterings (capitals) part them', () => {
  expect([...closeRuns(piece('KabcdL'))]).toEqual([]);
  expect([...closeRuns(piece('KabcdeLfg'))]).toEqual(['a', 'b', 'c', 'd', 'e']);
  expect(closeRuns(piece('abcdefghijkl')).size).toBe(12);
});

import { expect, test } from '@jest/globals';
import { Evaluator } from '../../graph/evaluate';
import { paintedNode } from '../../testing/nodes';
import { nearFoot } from './nearFoot';

test('all of what stands is left at its foot, half of it half way up to the reach, nothing above', async () => {
  const cover = { ...paintedNode('square', () => [1], 1), bounds: { x: 0, y: 0, width: 100, height: 100 } };
  // Seen square: 80 px high, its foot at 90.
  const standing = [
    [10, 10],
    [90, 10],
    [90, 90],
    [10, 90],
  ] as const;
  const node = nearFoot(cover, standing, 0.25);
  const { data } = await new Evaluator(1e7).pixels(node, {
    region: { x: 0, y: 0, width: 100, height: 100 },
    scale: 1,
  });
  const at = (y: number): number => data[y * 100 + 50];
  // A quarter of 80 px is 20: at 80 (its middle at 80.5) 9.5 px above the foot.
  expect(at(80)).toBeCloseTo(1 - 9.5 / 20, 5);
  expect(at(69)).toBe(0);
  expect(at(95)).toBe(1);
  expect(at(20)).toBe(0);
});

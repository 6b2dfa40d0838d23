import { expect, test } from '@jest/globals';
import { photographed } from '../testing/made';
import { lookAt } from '../view';
import { planes } from '.';
import { longestLines } from './lines';

const segment = (from: readonly [number, number], to: readonly [number, number], strength = 0.1) => ({
  from,
  to,
  length: Math.hypot(to[0] - from[0], to[1] - from[1]),
  strength,
});
const size = { width: 400, height: 300 };

test('parts of one edge are one line; what lies beside it, or is turned, is another', () => {
  const lines = longestLines(
    [
      segment([10, 100], [120, 100]),
      segment([200, 100.5], [390, 100.5]),
      segment([10, 120], [380, 120], 0.05),
      segment([10, 50], [60, 250]),
    ],
    size,
  );
  expect(lines).toHaveLength(3);
  // 300 px at 0.1 before 370 px at 0.05.
  expect(lines[0].from[0]).toBeCloseTo(10, 0);
  expect(lines[0].to[0]).toBeCloseTo(390, 0);
  expect(Math.abs(lines[0].from[1] - 100.25)).toBeLessThan(1);
});

test('a few short parts far from each other are no line', () => {
  expect(longestLines([segment([10, 100], [50, 100]), segment([350, 100], [390, 100])], size)).toEqual([]);
});

test('the edge of a table before a wall, with something standing before it, is told at its place', async () => {
  const picture = photographed(900, 600, (x, y) => {
    if (x > 300 && x < 420 && y > 200 && y < 480) return [0.3, 0.1, 0.1];
    // From (0, 400) to (900, 382).
    return y < 400 - x * 0.02 ? [0.7, 0.66, 0.6] : [0.2, 0.12, 0.06];
  });
  const { lines } = await planes.take(await lookAt(picture));
  const [{ from, to }] = lines;
  const heightAt = (x: number): number => from[1] + ((x - from[0]) / (to[0] - from[0])) * (to[1] - from[1]);
  expect(Math.abs(heightAt(0) - 400)).toBeLessThan(2.5);
  expect(Math.abs(heightAt(900) - 382)).toBeLessThan(2.5);
  expect(to[0] - from[0]).toBeGreaterThan(800);
});

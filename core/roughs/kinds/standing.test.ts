import type { Point } from '../../shape/affine';
import type { Ground } from '../ground';
import { groundLine } from './standing';

type Line = { from: Point; to: Point };

/** A sheet of 1000 x 600 px that begins at (100, 50) of its photograph, with some lines. */
const ground = (lines: Line[], horizon: Line | null): Ground =>
  ({
    part: { x: 100, y: 50, width: 1000, height: 600 },
    survey: { planes: { lines, horizon } },
  }) as unknown as Ground;
const level = (y: number, from = 100, to = 1100): Line => ({ from: [from, y], to: [to, y] });

test('the ground ends at the horizon where that is seen, though a longer line lies elsewhere', () => {
  const end = groundLine(ground([level(500)], { from: [200, 300], to: [900, 307] }))!;
  expect([100, 450, 800].map(end)).toEqual([250, 253.5, 257]);
});

test('a horizon above or below the sheet is none, and then the longest level line is taken', () => {
  expect(groundLine(ground([level(400), level(500, 100, 900)], level(60)))!(500)).toBe(350);
  expect(groundLine(ground([level(500, 100, 400)], null))).toBeNull();
  expect(groundLine(ground([{ from: [100, 300], to: [1100, 460] }], null))).toBeNull();
});

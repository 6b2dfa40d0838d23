import type { Point } from './affine';
import { common, joined, without, type Polygons } from './offset';
import { roundCorners } from './roundCorners';

const polygon = (...points: [number, number][]): Polygons => joined([points]);
const box = (x: number, y: number, width: number, height: number): [number, number][] => [
  [x, y],
  [x + width, y],
  [x + width, y + height],
  [x, y + height],
];
const areaOf = (polygons: Polygons): number =>
  polygons.reduce(
    (sum, one) =>
      sum +
      one.reduce((twice, [x, y], i) => {
        const [nextX, nextY] = one[(i + 1) % one.length];
        return twice + x * nextY - nextX * y;
      }, 0) /
        2,
    0,
  );
const ellipse = (a: number, b: number, turn: 1 | -1): [number, number][] =>
  Array.from({ length: 240 }, (_, i): [number, number] => {
    const angle = (turn * i * Math.PI) / 120;
    return [a * Math.cos(angle), b * Math.sin(angle)];
  });
const covers = (area: Polygons, [x, y]: Point): boolean =>
  areaOf(common(area, [box(x - 0.2, y - 0.2, 0.4, 0.4)])) > 0.15;
/** What a corner of 90 degrees loses, or a hollow one gains. */
const cornerArea = (radius: number): number => (1 - Math.PI / 4) * radius * radius;

test('outer corners, inner corners or both are rounded by the radius', () => {
  // An L: five corners stand out, one is hollow.
  const shape = polygon([0, 0], [100, 0], [100, 40], [40, 40], [40, 100], [0, 100]);
  const whole = areaOf(shape);
  const [corner, radius] = [cornerArea(10), 10];
  expect(areaOf(roundCorners(shape, radius, 'outer'))).toBeCloseTo(whole - 5 * corner, -0.5);
  expect(areaOf(roundCorners(shape, radius, 'inner'))).toBeCloseTo(whole + corner, -0.5);
  expect(areaOf(roundCorners(shape, radius, 'both'))).toBeCloseTo(whole - 4 * corner, -0.5);
  expect(roundCorners(shape, 0, 'both')).toBe(shape);
});

test.each([30, 45, 60, 120])('a corner of %i degrees loses its tip', (degrees) => {
  const half = (degrees * Math.PI) / 360;
  const shape = polygon([0, 0], [-200 * Math.tan(half), 200], [200 * Math.tan(half), 200]);
  const out = roundCorners(shape, 8, 'outer');
  const depth = 8 / Math.sin(half) - 8;
  expect(covers(out, [0, depth + 1])).toBe(true);
  expect(covers(out, [0, depth - 1])).toBe(false);
});

test('an O whose arches are thinner than twice the radius keeps them whole', () => {
  // 30 at the sides, 6 at the top and the foot.
  const ring = joined([ellipse(80, 100, 1), ellipse(50, 94, -1)]);
  for (const corners of ['outer', 'both'] as const)
    for (const radius of [5, 10, 14]) {
      const out = roundCorners(ring, radius, corners);
      expect(out).toHaveLength(2);
      for (const y of [-97, 97]) for (const at of [y - 2, y, y + 2]) expect(covers(out, [0, at])).toBe(true);
      expect(Math.abs(areaOf(out) / areaOf(ring) - 1)).toBeLessThan(0.01);
    }
});

test('thin strokes keep their width, their ends as round as they can be', () => {
  // A stem with a serif: a slab of 60 with a stub of 5 that stands out by 40.
  const shape = polygon([0, 0], [60, 0], [60, 50], [100, 50], [100, 55], [60, 55], [60, 120], [0, 120]);
  const out = roundCorners(shape, 12, 'outer');
  for (let x = 62; x < 97; x += 5) for (const y of [51, 54]) expect(covers(out, [x, y])).toBe(true);
  // The slab's own corners are rounded by the whole radius.
  expect(covers(out, [2, 2])).toBe(false);
});

test('notches and counters stay open', () => {
  const notched = without(polygon(...box(0, 0, 120, 100)), [box(57, 40, 6, 60)]);
  const out = roundCorners(notched, 12, 'both');
  for (let y = 55; y < 99; y += 5) expect(covers(out, [60, y])).toBe(false);
  const counter = without(polygon(...box(0, 0, 120, 100)), [box(50, 40, 8, 20)]);
  expect(covers(roundCorners(counter, 12, 'both'), [54, 50])).toBe(false);
  expect(roundCorners(counter, 12, 'both')).toHaveLength(2);
});

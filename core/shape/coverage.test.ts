import fc from 'fast-check';
import { coverage } from './coverage';
import type { Point } from './affine';

const region = { x: 0, y: 0, width: 12, height: 10 };
const box = (left: number, top: number, right: number, bottom: number): Point[] => [
  [left, top],
  [right, top],
  [right, bottom],
  [left, bottom],
];
const at = (raster: { width: number; data: Float32Array }, x: number, y: number): number =>
  raster.data[y * raster.width + x];

/** Area of a polygon by the shoelace formula. */
const area = (points: readonly Point[]): number =>
  Math.abs(
    points.reduce(
      (sum, [x, y], i) => sum + x * points[(i + 1) % points.length][1] - points[(i + 1) % points.length][0] * y,
      0,
    ),
  ) / 2;

test('a box with fractional sides covers each pixel by its exact area', () => {
  const cover = coverage([box(2.25, 3.5, 5.75, 6.2)], region);
  expect(at(cover, 3, 4)).toBeCloseTo(1, 6);
  expect(at(cover, 2, 4)).toBeCloseTo(0.75, 6);
  expect(at(cover, 5, 4)).toBeCloseTo(0.75, 6);
  expect(at(cover, 3, 3)).toBeCloseTo(0.5, 6);
  expect(at(cover, 2, 3)).toBeCloseTo(0.375, 6);
  expect(at(cover, 5, 6)).toBeCloseTo(0.75 * 0.2, 5);
  expect(at(cover, 6, 4)).toBe(0);
});

test('a diagonal cuts a pixel in halves', () => {
  const cover = coverage(
    [
      [
        [0, 0],
        [8, 8],
        [0, 8],
      ],
    ],
    region,
  );
  for (let i = 0; i < 8; i++) expect(at(cover, i, i)).toBeCloseTo(0.5, 5);
  expect(at(cover, 2, 5)).toBeCloseTo(1, 5);
  expect(at(cover, 5, 2)).toBeCloseTo(0, 5);
});

test('a flat slope over several columns is exact: area beneath y = x / 8', () => {
  const cover = coverage(
    [
      [
        [0, 0],
        [8, 0],
        [8, 1],
      ],
    ],
    { ...region, height: 1 },
  );
  for (let x = 0; x < 8; x++) expect(at(cover, x, 0)).toBeCloseTo((x + 0.5) / 8, 5);
});

test('boxes that share a side join without a seam; opposite directions cut a hole', () => {
  const joined = coverage([box(1, 1, 4.3, 9), box(4.3, 1, 8, 9)], region);
  for (let x = 1; x < 8; x++) expect(at(joined, x, 5)).toBeCloseTo(1, 5);
  const overlapping = coverage([box(1, 1, 6, 9), box(3, 1, 8, 9)], region);
  expect(at(overlapping, 4, 5)).toBe(1);
  const holed = coverage([box(1, 1, 9, 9), box(3, 3, 6, 6).reverse()], region);
  expect(at(holed, 4, 4)).toBeCloseTo(0, 6);
  expect(at(holed, 7, 7)).toBeCloseTo(1, 6);
});

const coordinate = fc.double({ min: -6, max: 18, noNaN: true, noDefaultInfinity: true });
const polygon = fc.array(fc.tuple(coordinate, coordinate), { minLength: 3, maxLength: 3 });

test('the covered areas of a triangle add up to its area', () => {
  fc.assert(
    fc.property(polygon, (points) => {
      const cover = coverage([points], { x: -8, y: -8, width: 30, height: 30 });
      expect(cover.data.reduce((sum, value) => sum + value, 0)).toBeCloseTo(area(points), 2);
    }),
  );
});

test('a part of the plane is the same part of the whole', () => {
  fc.assert(
    fc.property(polygon, fc.integer({ min: -5, max: 8 }), fc.integer({ min: -5, max: 8 }), (points, x, y) => {
      const whole = coverage([points], { x: -8, y: -8, width: 30, height: 30 });
      const part = coverage([points], { x, y, width: 7, height: 6 });
      for (let row = 0; row < 6; row++)
        for (let column = 0; column < 7; column++)
          expect(at(part, column, row)).toBeCloseTo(at(whole, column + x + 8, row + y + 8), 4);
    }),
  );
});

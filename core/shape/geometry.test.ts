import fc from 'fast-check';
import { apply, followedBy, inverse, placed } from './affine';
import { pathBounds } from './bounds';
import { flatten, transformPath, type Path } from './path';
import { distanceToSegment, simplify } from './simplify';

const number = fc.double({ min: -500, max: 500, noNaN: true });

test('a quarter turn and a scale of two', () => {
  const [x, y] = apply(placed(2, 90, 10, 20), [3, 0]);
  expect(x).toBeCloseTo(10, 9);
  expect(y).toBeCloseTo(26, 9);
});

test('a placement followed by its inverse leaves points where they are', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.05, max: 20, noNaN: true }),
      fc.double({ min: -360, max: 360, noNaN: true }),
      number,
      number,
      number,
      number,
      (scale, degrees, x, y, px, py) => {
        const there = placed(scale, degrees, x, y);
        const [bx, by] = apply(followedBy(there, inverse(there)), [px, py]);
        expect(bx).toBeCloseTo(px, 5);
        expect(by).toBeCloseTo(py, 5);
      },
    ),
  );
});

test('a placement of size zero has no inverse', () => {
  expect(() => inverse({ a: 0, b: 0, c: 0, d: 0, e: 1, f: 1 })).toThrow(RangeError);
});

/** A circle of four cubics; the standard constant keeps within 0.03 % of the radius. */
function circle(radius: number): Path {
  const k = 0.5522847498 * radius;
  const r = radius;
  return [
    { kind: 'move', to: [r, 0] },
    { kind: 'cubic', control1: [r, k], control2: [k, r], to: [0, r] },
    { kind: 'cubic', control1: [-k, r], control2: [-r, k], to: [-r, 0] },
    { kind: 'cubic', control1: [-r, -k], control2: [-k, -r], to: [0, -r] },
    { kind: 'cubic', control1: [k, -r], control2: [r, -k], to: [r, 0] },
  ];
}

test('flattened curves keep within the stated distance, and bounds are those of the curve, not of its controls', () => {
  const [polygon] = flatten(circle(200));
  for (let i = 1; i < polygon.length; i++) {
    const middle = Math.hypot((polygon[i][0] + polygon[i - 1][0]) / 2, (polygon[i][1] + polygon[i - 1][1]) / 2);
    expect(Math.abs(middle - 200)).toBeLessThan(0.02 + 200 * 0.0003);
  }
  const bounds = pathBounds([
    { kind: 'move', to: [0, 0] },
    { kind: 'quadratic', control: [5, 10], to: [10, 0] },
  ])!;
  expect(bounds.height).toBeGreaterThan(4.9);
  expect(bounds.height).toBeLessThanOrEqual(5);
});

test('law: the bounds hold every point of the curve, and each side is reached', () => {
  const point = fc.tuple(number, number);
  fc.assert(
    fc.property(point, point, point, point, point, point, (start, c1, c2, middle, control, end) => {
      const path: Path = [
        { kind: 'move', to: start },
        { kind: 'cubic', control1: c1, control2: c2, to: middle },
        { kind: 'quadratic', control, to: end },
      ];
      const box = pathBounds(path)!;
      const points = flatten(path).flat();
      for (const axis of [0, 1] as const) {
        const values = points.map((one) => one[axis]);
        const [from, length] = axis === 0 ? [box.x, box.width] : [box.y, box.height];
        expect(Math.min(...values)).toBeGreaterThanOrEqual(from - 1e-6);
        expect(Math.max(...values)).toBeLessThanOrEqual(from + length + 1e-6);
        expect(Math.min(...values) - from).toBeLessThan(0.03);
        expect(from + length - Math.max(...values)).toBeLessThan(0.03);
      }
    }),
  );
});

test('a moved path has moved bounds', () => {
  const bounds = pathBounds(transformPath(circle(50), placed(2, 0, 10, -5)))!;
  expect(bounds.x).toBeCloseTo(-90, 1);
  expect(bounds.y).toBeCloseTo(-105, 1);
  expect(bounds.width).toBeCloseTo(200, 1);
});

test('simplifying keeps every left-out point within the tolerance', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(number, number), { minLength: 2, maxLength: 40 }),
      fc.double({ min: 0.1, max: 30, noNaN: true }),
      (points, tolerance) => {
        const kept = simplify(points, tolerance);
        expect(kept[0]).toEqual(points[0]);
        expect(kept[kept.length - 1]).toEqual(points[points.length - 1]);
        for (const point of points) {
          const nearest = Math.min(...kept.map((_, i) => distanceToSegment(point, kept[Math.max(0, i - 1)], kept[i])));
          expect(nearest).toBeLessThanOrEqual(tolerance + 1e-9);
        }
      },
    ),
  );
});

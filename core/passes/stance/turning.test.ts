import fc from 'fast-check';
import { apply, inverse, placed, type Point } from '../../shape/affine';
import { alongSlope, turnedAbout } from './turning';

const number = fc.double({ min: -2000, max: 2000, noNaN: true });

test('law: the point that is turned about stays, and the words keep their distance from it', () => {
  fc.assert(
    fc.property(
      number,
      number,
      fc.double({ min: -180, max: 179, noNaN: true }),
      fc.double({ min: -720, max: 720, noNaN: true }),
      number,
      number,
      (x, y, rotation, degrees, cx, cy) => {
        const before = placed(1.5, rotation, x, y);
        const own = apply(inverse(before), [cx, cy]);
        const next = turnedAbout({ x, y, rotation }, degrees, [cx, cy]);
        const [nx, ny] = apply(placed(1.5, next.rotation, next.x, next.y), own);
        expect(nx).toBeCloseTo(cx, 4);
        expect(ny).toBeCloseTo(cy, 4);
        expect(next.rotation).toBeGreaterThanOrEqual(-180);
        expect(next.rotation).toBeLessThan(180);
      },
    ),
  );
});

test('law: along a slope the foot lies on it and the words run as it does', () => {
  fc.assert(
    fc.property(number, number, number, number, number, number, (x, y, fx, fy, tx, ty) => {
      fc.pre(Math.hypot(tx - fx, ty - fy) > 1 && Math.abs(tx - fx) > 0.01);
      const foot: Point = [x + 30, y + 40];
      const own = apply(inverse(placed(1, 10, x, y)), foot);
      const next = alongSlope({ x, y, rotation: 10 }, foot, [fx, fy], [tx, ty]);
      const map = placed(1, next.rotation, next.x, next.y);
      const there = apply(map, own);
      const off = ((there[0] - fx) * (ty - fy) - (there[1] - fy) * (tx - fx)) / Math.hypot(tx - fx, ty - fy);
      expect(Math.abs(off)).toBeLessThan(1e-3);
      // One px of the baseline runs along the slope, from left to right.
      const [dx, dy] = [map.a, map.b];
      expect(Math.abs(dx * (ty - fy) - dy * (tx - fx)) / Math.hypot(tx - fx, ty - fy)).toBeLessThan(1e-6);
      expect(dx).toBeGreaterThan(0);
    }),
  );
});

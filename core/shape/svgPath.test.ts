import fc from 'fast-check';
import { identity } from './affine';
import { pathBounds } from './bounds';
import { flatten, type Path } from './path';
import { parseSvgPath, toSvgPath } from './svgPath';

const area = (path: Path): number =>
  flatten(path).reduce(
    (sum, polygon) =>
      sum +
      polygon.reduce(
        (all, [x, y], i) =>
          all + (x * polygon[(i + 1) % polygon.length][1] - polygon[(i + 1) % polygon.length][0] * y) / 2,
        0,
      ),
    0,
  );

test('every kind of command is understood, absolute and relative', () => {
  expect(parseSvgPath('M1 2h3v4H1z')).toEqual([
    { kind: 'move', to: [1, 2] },
    { kind: 'line', to: [4, 2] },
    { kind: 'line', to: [4, 6] },
    { kind: 'line', to: [1, 6] },
  ]);
  expect(parseSvgPath('m0 0l10 0 0 10')!.map(({ to }) => to)).toEqual([
    [0, 0],
    [10, 0],
    [10, 10],
  ]);
  expect(parseSvgPath('M0 0Q5 10 10 0T20 0')).toEqual([
    { kind: 'move', to: [0, 0] },
    { kind: 'quadratic', control: [5, 10], to: [10, 0] },
    { kind: 'quadratic', control: [15, -10], to: [20, 0] },
  ]);
  expect(parseSvgPath('M0 0C0 5 5 10 10 10S20 5 20 0')![2]).toEqual({
    kind: 'cubic',
    control1: [15, 10],
    control2: [20, 5],
    to: [20, 0],
  });
});

test('an arc is the circle that it says', () => {
  const circle = parseSvgPath('M-500 0a500 500 0 1 0 1000 0a500 500 0 1 0 -1000 0')!;
  expect(Math.abs(Math.abs(area(circle)) / (Math.PI * 250000) - 1)).toBeLessThan(1e-3);
  const { x, y, width, height } = pathBounds(circle)!;
  [x, y, width, height].forEach((value, i) => expect(value).toBeCloseTo([-500, -500, 1000, 1000][i], 0));
});

test('what follows a closed contour without a move goes on from where it began', () => {
  expect(
    parseSvgPath('M0 0L10 0 10 10Z L-5 -5 -5 0Z')!
      .filter(({ kind }) => kind === 'move')
      .map(({ to }) => to),
  ).toEqual([
    [0, 0],
    [0, 0],
  ]);
});

test.each(['', ' ', 'M', 'M0 0', 'M0 0L5 5', 'L0 0 5 5 0 5', 'M0 0L1e999 0 5 5', 'red', 'M0 0 L a b'])(
  '"%s" is no outline',
  (data) => {
    expect(parseSvgPath(data)).toBeNull();
  },
);

test('law: what is written is read again, to a thousandth', () => {
  const value = fc.integer({ min: -5000, max: 5000 }).map((number) => number / 8);
  const point = fc.tuple(value, value);
  const step = fc.oneof(
    point.map((to) => ({ kind: 'line' as const, to })),
    fc.tuple(point, point).map(([control, to]) => ({ kind: 'quadratic' as const, control, to })),
    fc
      .tuple(point, point, point)
      .map(([control1, control2, to]) => ({ kind: 'cubic' as const, control1, control2, to })),
  );
  fc.assert(
    fc.property(point, fc.array(step, { minLength: 2, maxLength: 6 }), (start, steps) => {
      const path: Path = [{ kind: 'move', to: start }, ...steps];
      const box = pathBounds(path)!;
      fc.pre(box.width > 0.01 && box.height > 0.01);
      expect(parseSvgPath(toSvgPath(path, identity))).toEqual(path);
    }),
  );
});

import { readFileSync } from 'node:fs';
import { random } from '../kernels/testing';
import type { Point } from './affine';
import { inPlane, onSheet, planeFromLines, PlaneError, type StraightLine } from './scenePlane';

const sheet = { width: 1800, height: 1200 };
type Vector = [number, number, number];

/** A camera at the origin that looks along z: where it sees a point. @param focal in the sheet's longer sides */
const seen = ([x, y, z]: Vector, focal: number): Point => [900 + (1800 * focal * x) / z, 600 + (1800 * focal * y) / z];

/** A plane before the camera, turned by chance: its middle and its two directions. */
function plane(next: () => number): { at(u: number, v: number): Vector } {
  const [turn, lean, roll] = [0.35 + 0.7 * next(), -0.5 + next(), -0.3 + 0.6 * next()];
  const rotate = ([x, y, z]: Vector): Vector => {
    const [a, b] = [x * Math.cos(roll) - y * Math.sin(roll), x * Math.sin(roll) + y * Math.cos(roll)];
    const [c, d] = [b * Math.cos(lean) - z * Math.sin(lean), b * Math.sin(lean) + z * Math.cos(lean)];
    return [a * Math.cos(turn) + d * Math.sin(turn), c, d * Math.cos(turn) - a * Math.sin(turn)];
  };
  const [across, down] = [rotate([1, 0, 0]), rotate([0, 1, 0])];
  return { at: (u, v) => [0, 1, 2].map((i) => [0, 0, 6][i] + u * across[i] + v * down[i]) as Vector };
}

test.each([1, 2, 3, 4, 5, 6, 7, 8])(
  'a plane seen by a camera is found, with its right angle and its measures (%d)',
  (seed) => {
    const next = random(seed);
    const focal = 0.8 + next();
    const { at } = plane(next);
    const line = (u0: number, v0: number, u1: number, v1: number): StraightLine => [
      seen(at(u0, v0), focal),
      seen(at(u1, v1), focal),
    ];
    const found = planeFromLines(
      [line(-1, -0.7, 1, -0.7), line(-1, 0.8, 1, 0.8), line(-0.9, -1, -0.9, 1), line(0.7, -1, 0.7, 1)],
      sheet,
    );
    const place = (u: number, v: number): Point => inPlane(found, seen(at(u, v), focal));
    const [origin, right, below, far] = [place(0, 0), place(1, 0), place(0, 1), place(-1.3, 0.4)];
    const length = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1]);
    const one = length(origin, right);
    expect(length(origin, below) / one).toBeCloseTo(1, 4);
    expect(length(origin, far) / one).toBeCloseTo(Math.hypot(1.3, 0.4), 3);
    const dot = (right[0] - origin[0]) * (below[0] - origin[0]) + (right[1] - origin[1]) * (below[1] - origin[1]);
    expect(dot / one ** 2).toBeCloseTo(0, 4);
    // And back again.
    const again = onSheet(found, far)!;
    const wanted = seen(at(-1.3, 0.4), focal);
    expect(length(again, wanted)).toBeLessThan(1e-3);
  },
);

test('where the courses of the kiln wall meet, from lines drawn by a hand that is a px off: within 1 % of the width', () => {
  const { plates } = JSON.parse(readFileSync('demo/plates/truth.json', 'utf8')) as {
    plates: { kilnwall: { wall_vanishing_point_px: [number, number] } };
  };
  const truth = plates.kilnwall.wall_vanishing_point_px;
  const off: number[] = [];
  for (let seed = 1; seed <= 40; seed++) {
    const next = random(seed);
    const shaken = ([x, y]: Point): Point => [x + 2 * next() - 1, y + 2 * next() - 1];
    const towards = (x0: number, y0: number, x1: number): StraightLine => {
      const y1 = truth[1] + ((y0 - truth[1]) * (x1 - truth[0])) / (x0 - truth[0]);
      return [shaken([x0, y0]), shaken([x1, y1])];
    };
    const upright = (x: number): StraightLine => [shaken([x, 250]), shaken([x, 800])];
    const lines = [
      towards(1700, 60 + 80 * next(), 1000),
      towards(1700, 900 + 80 * next(), 1000),
      upright(1000),
      upright(1650),
    ];
    const [meeting] = planeFromLines(lines, sheet).vanishing;
    off.push(Math.hypot(meeting![0] - truth[0], meeting![1] - truth[1]));
  }
  expect(Math.max(...off)).toBeLessThan(18);
});

test('lines that are parallel in the picture too give a plane that faces the camera', () => {
  const found = planeFromLines(
    [
      [
        [100, 100],
        [1500, 100],
      ],
      [
        [100, 900],
        [1500, 900],
      ],
      [
        [200, 100],
        [200, 900],
      ],
      [
        [1400, 100],
        [1400, 900],
      ],
    ],
    sheet,
  );
  expect(found.vanishing).toEqual([null, null]);
  const [a, b] = [inPlane(found, [300, 300]), inPlane(found, [400, 350])];
  expect(b[0] - a[0]).toBeCloseTo(100, 6);
  expect(b[1] - a[1]).toBeCloseTo(50, 6);
});

describe('what is wrong is said', () => {
  const good: StraightLine[] = [
    [
      [100, 100],
      [1500, 200],
    ],
    [
      [100, 900],
      [1500, 850],
    ],
    [
      [200, 100],
      [220, 900],
    ],
    [
      [1400, 100],
      [1380, 900],
    ],
  ];
  test.each([
    [
      'crossing lines',
      [
        [
          [100, 100],
          [1500, 900],
        ],
        [
          [100, 900],
          [1500, 100],
        ],
        good[2],
        good[3],
      ],
      /cross/,
    ],
    [
      'a line of no length',
      [
        [
          [100, 100],
          [101, 100],
        ],
        ...good.slice(1),
      ],
      /too short/,
    ],
    ['one line twice', [good[0], good[0], good[2], good[3]], /on one another/],
    ['three lines', good.slice(1), /two pairs/],
    ['both pairs the same way', [good[0], good[1], good[0], good[1]], /same way/],
  ] as [string, StraightLine[], RegExp][])('%s', (_, lines, message) => {
    expect(() => planeFromLines(lines, sheet)).toThrow(PlaneError);
    expect(() => planeFromLines(lines, sheet)).toThrow(message);
  });
});

import fc from 'fast-check';
import { boxToQuad, inverseHomography, isConvex, throughHomography, type Quad } from '../../shape/homography';
import { apply, identity, type Point } from '../../shape/affine';
import { flatten, polygonPath } from '../../shape/path';
import { warpPath } from '../../shape/warpPath';
import type { Letters } from '../../type/letters';
import { bendOf, perspectiveOf } from './bending';
import { stand } from './render';
import { perspectiveSchema, plainStance, type Stance } from './schema';

const ink = { x: -100, y: -20, width: 200, height: 40 };
const path = polygonPath([
  [-100, -20],
  [100, -20],
  [100, 20],
  [-100, 20],
]);
const letters: Letters = {
  letters: [{ start: 0, text: '—', line: 0, path, bounds: ink, colour: null }],
  lines: [],
  size: 60,
  capHeight: 40,
  ink,
  flatInk: ink,
  place: identity,
  warp: null,
  echoes: [],
  reading: null,
};
const stance = (change: Partial<Stance>): Stance => ({
  ...plainStance({ x: 0, y: 0, rotation: 0, scale: 1 }),
  ...change,
});
const near = (a: Point, b: Point, digits = 6): void =>
  [0, 1].forEach((c) => expect(a[c as 0 | 1]).toBeCloseTo(b[c as 0 | 1], digits));

test('an arc keeps the middle line’s length: its ends lie on the circle, turned by half the angle', () => {
  const arc = bendOf({ kind: 'arc', degrees: 180 }, ink, 40);
  const radius = 200 / Math.PI;
  near(arc.forward([0, 0]), [0, 0]);
  near(arc.forward([100, 0]), [radius, radius]);
  near(arc.forward([-100, -20]), [-radius - 20, radius]);
  const down = bendOf({ kind: 'arc', degrees: -180 }, ink, 40);
  near(down.forward([100, 0]), [radius, -radius]);
  near(down.forward([100, -20]), [radius - 20, -radius]);
  // A letter higher than the radius ends in the centre instead of turning inside out.
  near(bendOf({ kind: 'arc', degrees: 350 }, ink, 40).forward([0, 500]), [0, 200 / ((350 * Math.PI) / 180)]);
});

test('a wave moves letters up and down by a sine', () => {
  const wave = bendOf({ kind: 'wave', height: 0.5, waves: 2, phase: 0 }, ink, 40);
  near(wave.forward([25, 7]), [25, 27]);
  near(wave.forward([50, 7]), [50, 7]);
  near(wave.forward([-25, 7]), [-25, -13]);
});

test('law: the way back leads back', () => {
  const bends = [
    bendOf({ kind: 'arc', degrees: 140 }, ink, 40),
    bendOf({ kind: 'arc', degrees: -80 }, ink, 40),
    bendOf({ kind: 'wave', height: 1, waves: 3, phase: 40 }, ink, 40),
    perspectiveOf({
      box: ink,
      moves: [
        [0, 0],
        [-30, 12],
        [-24, -9],
        [5, 3],
      ],
    }),
  ];
  fc.assert(
    fc.property(fc.integer({ min: -100, max: 100 }), fc.integer({ min: -20, max: 20 }), (x, y) =>
      bends.forEach((bend) => near(bend.backward(bend.forward([x, y])), [x, y], 5)),
    ),
  );
});

describe('perspective', () => {
  const quad: Quad = [
    [0, 0],
    [100, 20],
    [90, 80],
    [-10, 100],
  ];
  const box = { x: 10, y: 20, width: 40, height: 30 };
  test('the corners of the box come to the corners asked for, and lines stay lines', () => {
    const map = boxToQuad(box, quad);
    [
      [10, 20],
      [50, 20],
      [50, 50],
      [10, 50],
    ].forEach((corner, i) => near(throughHomography(map, corner as [number, number]), quad[i]));
    // The diagonals of the box cross where the diagonals of the quadrilateral do.
    const [x, y] = throughHomography(map, [30, 35]);
    const cross = (a: Point, b: Point): number => (b[0] - a[0]) * (y - a[1]) - (b[1] - a[1]) * (x - a[0]);
    expect(cross(quad[0], quad[2])).toBeCloseTo(0, 6);
    expect(cross(quad[1], quad[3])).toBeCloseTo(0, 6);
    near(throughHomography(inverseHomography(map), [x, y]), [30, 35]);
  });
  test('corners that cross or lie in a line are refused', () => {
    expect(
      isConvex([
        [0, 0],
        [10, 0],
        [0, 10],
        [10, 10],
      ]),
    ).toBe(false);
    expect(
      isConvex([
        [0, 0],
        [10, 0],
        [20, 0],
        [0, 10],
      ]),
    ).toBe(false);
    expect(
      isConvex([
        [0, 0],
        [10, 0],
        [3, 3],
        [0, 10],
      ]),
    ).toBe(false);
    expect(
      perspectiveSchema.safeParse({
        box,
        moves: [
          [40, 0],
          [-40, 0],
          [0, 0],
          [0, 0],
        ],
      }).success,
    ).toBe(false);
  });
  test('what runs over the horizon is cut off there, not thrown to the other side', () => {
    const strong = perspectiveOf({
      box: ink,
      moves: [
        [0, 0],
        [-100, 15],
        [-100, -15],
        [0, 0],
      ],
    });
    const long = warpPath(
      polygonPath([
        [-100, -20],
        [5000, -20],
        [5000, 20],
        [-100, 20],
      ]),
      strong,
      0.01,
    );
    for (const [x, y] of flatten(long).flat()) {
      expect(Number.isFinite(x + y)).toBe(true);
      expect(x).toBeGreaterThanOrEqual(-100.001);
      expect(x).toBeLessThan(5000);
    }
  });
});

test('a bent straight edge keeps within the fineness asked for', () => {
  const arc = bendOf({ kind: 'arc', degrees: 180 }, ink, 40);
  const [polygon] = flatten(warpPath(path, arc, 0.01));
  const radius = 200 / Math.PI;
  let worst = 0;
  polygon.forEach((from, i) => {
    const to = polygon[(i + 1) % polygon.length];
    const middle = Math.hypot((from[0] + to[0]) / 2, (from[1] + to[1]) / 2 - radius);
    const ends = [from, to].map(([x, y]) => Math.hypot(x, y - radius));
    // Both ends on the same circle: the middle of the stretch tells how far it cuts the corner.
    if (Math.abs(ends[0] - ends[1]) < 1e-6) worst = Math.max(worst, ends[0] - middle);
  });
  expect(worst).toBeGreaterThan(0);
  expect(worst).toBeLessThan(0.02);
});

test('bent, then turned over, scaled, turned and moved; the caret’s map leads the same way', () => {
  const stood = stand(
    letters,
    stance({
      x: 300,
      y: 100,
      scale: 2,
      bend: { kind: 'arc', degrees: 90 },
      perspective: {
        box: ink,
        moves: [
          [0, 0],
          [0, 10],
          [0, -10],
          [0, 0],
        ],
      },
    }),
  );
  near(
    apply(stood.place, stood.warp!.forward([0, 0])),
    apply(stood.place, stood.warp!.forward(stood.warp!.backward(stood.warp!.forward([0, 0])))),
  );
  expect(stood.letters[0].path.length).toBeGreaterThan(20);
  const flipped = stand(letters, stance({ flipAcross: true, flipDown: true }));
  near(apply(flipped.place, [-100, -20]), [100, 20]);
  // Flipping is about the middle of the ink, so the box stays.
  near(apply(flipped.place, [0, 0]), [0, 0]);
});

test('words that are only moved are not bent again', () => {
  const bend = { kind: 'arc', degrees: 90 } as const;
  expect(stand(letters, stance({ bend, x: 10 })).letters).toBe(stand(letters, stance({ bend, x: 20 })).letters);
  expect(stand(letters, stance({ bend })).letters).not.toBe(
    stand(letters, stance({ bend: { kind: 'arc', degrees: 80 } })).letters,
  );
});

describe('echoes', () => {
  const echo = {
    id: 'e',
    x: 0,
    y: 0,
    mirror: 'none',
    scale: 1,
    rotation: 0,
    opacity: 0.8,
    times: 1,
    fade: 1,
    outline: null,
    colour: null,
  } as const;
  test('a mirrored one hangs from the lower edge of the ink', () => {
    const [{ place }] = stand(letters, stance({ x: 50, y: 60, echoes: [{ ...echo, mirror: 'down' }] })).echoes;
    near(apply(place, [-100, 20]), [-50, 80]);
    near(apply(place, [-100, -20]), [-50, 120]);
  });
  test('one drawn several times goes on step by step, the furthest first, each fainter', () => {
    const { echoes } = stand(letters, stance({ echoes: [{ ...echo, x: 5, y: 3, times: 3, fade: 0.5, scale: 0.9 }] }));
    expect(echoes.map(({ opacity }) => opacity.toFixed(2))).toEqual(['0.20', '0.40', '0.80']);
    near(apply(echoes[0].place, [0, 0]), [15, 9]);
    near(apply(echoes[2].place, [100, 0]), [95, 3]);
  });
});

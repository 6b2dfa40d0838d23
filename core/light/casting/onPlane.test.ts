import { random } from '../../kernels/testing';
import type { Point } from '../../shape/affine';
import { throughHomography, type Quad } from '../../shape/homography';
import { planeFromLines, type ScenePlane, type StraightLine, type Vector } from '../../shape/scenePlane';
import { farOnPlane, fallingOnPlane, tipsOnPlane } from './onPlane';

const sheet = { width: 1800, height: 1200 };
/** As a lens of 40 degrees has it: what is taken where lines do not tell another. */
const focal = 0.5 / Math.tan((20 * Math.PI) / 180);
/** A camera at the origin that looks along z; y runs down. */
const seen = ([x, y, z]: Vector): Point => [900 + (1800 * focal * x) / z, 600 + (1800 * focal * y) / z];
const plus = (a: Vector, b: Vector, k: number): Vector => [a[0] + b[0] * k, a[1] + b[1] * k, a[2] + b[2] * k];
const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** A plane by its middle and its two directions, as somebody would draw its lines. */
function drawn(middle: Vector, across: Vector, down: Vector): ScenePlane {
  const at = (u: number, v: number): Point => seen(plus(plus(middle, across, u), down, v));
  const line = (u0: number, v0: number, u1: number, v1: number): StraightLine => [at(u0, v0), at(u1, v1)];
  return planeFromLines(
    [line(-1, -0.7, 1, -0.7), line(-1, 0.8, 1, 0.8), line(-0.9, -1, -0.9, 1), line(0.7, -1, 0.7, 1)],
    sheet,
  );
}

/** The way to the light: to the right, down, away. */
const lightFrom = (tilt: number, height: number): Vector => [
  Math.cos(radians(height)) * Math.cos(radians(tilt)),
  -Math.cos(radians(height)) * Math.sin(radians(tilt)),
  -Math.sin(radians(height)),
];

/** Where a place's shadow falls on a plane: along the light until it is met. */
function shadowOn(place: Vector, light: Vector, on: Vector, normal: Vector): Vector {
  const far = dot([place[0] - on[0], place[1] - on[1], place[2] - on[2]], normal) / dot(light, normal);
  return plus(place, light, -far);
}

test.each([1, 2, 3, 4, 5, 6])('standing letters fall on a turned floor as a camera sees it (%d)', (seed) => {
  const next = random(seed);
  // A floor 1.2 below the camera, turned about the upright, and leaning a little.
  const [turn, lean] = [radians(-35 + 70 * next()), radians(-6 + 12 * next())];
  const across: Vector = [Math.cos(turn), 0, Math.sin(turn)];
  const deep: Vector = [-Math.sin(turn) * Math.cos(lean), -Math.sin(lean), Math.cos(turn) * Math.cos(lean)];
  const up: Vector = [
    across[1] * deep[2] - across[2] * deep[1],
    across[2] * deep[0] - across[0] * deep[2],
    across[0] * deep[1] - across[1] * deep[0],
  ];
  const normal = up[1] < 0 ? up : (up.map((value) => -value) as unknown as Vector);
  const middle: Vector = [0, 1.2, 5];
  const floor = drawn(middle, across, deep);
  const [tilt, height] = [50 + 80 * next(), -20 + 50 * next()];
  const light = lightFrom(tilt, height);
  const feet = [plus(middle, across, -0.5), plus(middle, across, 0.4)];
  const tops = feet.map((foot) => plus(foot, normal, 0.6));
  const quad = [tops[0], tops[1], feet[1], feet[0]].map(seen) as unknown as Quad;
  const tips = tipsOnPlane(quad, { tilt, height, size: 0.2 }, floor)!;
  tops.forEach((top, i) => {
    const wanted = seen(shadowOn(top, light, middle, normal));
    expect(Math.hypot(tips[i][0] - wanted[0], tips[i][1] - wanted[1])).toBeLessThan(0.5);
  });
  // As far as the way along the light from the top, in heights.
  const long = Math.hypot(...shadowOn(tops[0], light, middle, normal).map((value, i) => value - tops[0][i]));
  expect(farOnPlane({ tilt, height, size: 0.2 }, floor)).toBeCloseTo(long / 0.6, 2);
});

test('letters before a turned wall throw along it, as its perspective has it', () => {
  const turn = radians(40);
  const across: Vector = [Math.cos(turn), 0, Math.sin(turn)];
  const middle: Vector = [0, 0, 5];
  const wall = drawn(middle, across, [0, 1, 0]);
  const normal: Vector = [Math.sin(turn), 0, -Math.cos(turn)];
  const shine = { tilt: 120, height: 50, size: 0.2 };
  const light = lightFrom(shine.tilt, shine.height);
  // A px of the sheet at the wall's middle is 5 / (1800 * focal) of the scene.
  const lift = 40;
  const stands = (lift * 5) / (1800 * focal);
  const { toShadow, toLetters } = fallingOnPlane(lift, seen(middle), shine, wall)!;
  for (const [u, v] of [
    [-0.6, -0.2],
    [0.5, 0.3],
    [0, 0],
  ]) {
    const place = plus(plus(middle, across, u), [0, 1, 0], v);
    const wanted = seen(shadowOn(plus(place, normal, stands), light, middle, normal));
    const found = throughHomography(toShadow, seen(place));
    expect(Math.hypot(found[0] - wanted[0], found[1] - wanted[1])).toBeLessThan(0.5);
    const back = throughHomography(toLetters, found);
    expect(Math.hypot(back[0] - seen(place)[0], back[1] - seen(place)[1])).toBeLessThan(1e-6);
  }
});

test('feet above the horizon throw nothing; light along the plane throws far, and no farther', () => {
  const floor = drawn([0, 1.2, 5], [1, 0, 0], [0, 0, 1]);
  const above = [
    [800, 200],
    [1000, 200],
    [1000, 300],
    [800, 300],
  ] as unknown as Quad;
  expect(tipsOnPlane(above, { tilt: 90, height: 10, size: 0.3 }, floor)).toBeNull();
  const quad = [
    [800, 900],
    [1000, 900],
    [1000, 1100],
    [800, 1100],
  ] as unknown as Quad;
  for (const shine of [
    { tilt: 0, height: 0, size: 0.3 },
    { tilt: -90, height: 0, size: 0.3 },
    { tilt: 10, height: -89, size: 0.3 },
  ])
    for (const tip of tipsOnPlane(quad, shine, floor)!) expect(tip.every((value) => Math.abs(value) < 1e5)).toBe(true);
});

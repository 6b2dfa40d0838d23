import { random } from '../../kernels/testing';
import { photographed } from '../testing/made';
import { lookAt } from '../view';
import { planes } from '.';

type Colour = readonly [number, number, number];

const [width, height] = [900, 600];
const mixed = (a: Colour, b: Colour, t: number): Colour => [0, 1, 2].map((c) => a[c] + (b[c] - a[c]) * t) as never;

/** Rough water or ground: each px of another brightness. */
function rough(colour: Colour): (x: number, y: number) => Colour {
  const next = random(3);
  const own = Float32Array.from({ length: width * height }, () => 0.6 + 0.8 * next());
  return (x, y) => colour.map((value) => value * own[y * width + x]) as never;
}

/** Something above a line that falls to the right by so much, rough ground below it. */
const scene = (above: (x: number, y: number) => Colour, at: number, fall = 0) => {
  const ground = rough([0.06, 0.09, 0.1]);
  return photographed(width, height, (x, y) => (y < at + (fall * x) / width ? above(x, y) : ground(x, y)));
};
const clearSky = (_: number, y: number): Colour => mixed([0.12, 0.25, 0.6], [0.55, 0.6, 0.65], y / 330);
const horizonOf = async (picture: ReturnType<typeof scene>) => (await planes.take(await lookAt(picture))).horizon;

test.each([
  [330, 0],
  [260, 24],
  [380, -30],
])('sea under a clear sky: its end at %d px, %d px lower on the right, within 2 px', async (at, fall) => {
  const found = (await horizonOf(scene(clearSky, at, fall)))!;
  expect(found.from[0]).toBe(0);
  expect(Math.abs(found.from[1] - at)).toBeLessThan(2);
  expect(found.to[0]).toBe(width);
  expect(Math.abs(found.to[1] - at - fall)).toBeLessThan(2);
});

test('a tower before it hides a part and is no end of it', async () => {
  const tower = (x: number, y: number): Colour => (x > 500 && x < 640 ? [0.4, 0.05, 0.04] : clearSky(x, y));
  const found = (await horizonOf(scene(tower, 330)))!;
  expect(Math.abs(found.from[1] - 330)).toBeLessThan(2);
});

test.each<[string, (x: number, y: number) => Colour]>([
  ['one even colour', () => [0.5, 0.46, 0.4]],
  ['darker than the ground', () => [0.03, 0.03, 0.03]],
  ['lit from one side', (x) => mixed([0.6, 0.55, 0.5], [0.25, 0.22, 0.2], x / width)],
  ['rough', rough([0.4, 0.35, 0.3])],
])('a wall that is %s is no sky', async (_, above) => {
  expect(await horizonOf(scene(above, 330))).toBeNull();
});

test('a steep edge, a short one, and none', async () => {
  expect(await horizonOf(scene(clearSky, 250, 200))).toBeNull();
  const island = (x: number, y: number): Colour => (x > 250 ? [0.05, 0.09, 0.1] : clearSky(x, y));
  expect(await horizonOf(scene(island, 330))).toBeNull();
  expect(await horizonOf(scene(clearSky, 600))).toBeNull();
});

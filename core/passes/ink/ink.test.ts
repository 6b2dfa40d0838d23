import { solidCoat } from '../../coats/schema';
import type { Raster } from '../../pixels/raster';
import { identity } from '../../shape/affine';
import { polygonPath } from '../../shape/path';
import { bareScene, drawnLetters } from '../../testing/letters';
import { paintLayers } from '../../testing/nodes';
import type { EchoPlace, Letter, Letters } from '../../type/letters';
import { inkLayers } from './render';
import { plainInk } from './schema';

const square = (start: number, x: number, colour: string | null = null): Letter => ({
  start,
  text: 'I',
  line: 0,
  path: polygonPath([
    [x, 10],
    [x + 20, 10],
    [x + 20, 30],
    [x, 30],
  ]),
  bounds: { x, y: 10, width: 20, height: 20 },
  colour,
});
const letters = (some: Letter[], echoes: EchoPlace[] = []): Letters => drawnLetters(some, { echoes });
const scene = bareScene();
const red = plainInk([solidCoat({ colour: '#ff0000' })]);
const draw = (some: Letters, ink = red, scale = 1): Promise<Raster> =>
  paintLayers(inkLayers(some, ink, scene), { region: { x: 0, y: 0, width: 100 * scale, height: 60 * scale }, scale });
const pixel = ({ width, data }: Raster, x: number, y: number): number[] => [
  ...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 4),
];
const echo = (change: Partial<EchoPlace>): EchoPlace => ({
  place: { ...identity, e: 5, f: 20 },
  opacity: 1,
  outline: null,
  colour: null,
  ...change,
});

test('a letter has its own colour at the ink’s strength; the others keep the ink', async () => {
  const half = plainInk([solidCoat({ colour: '#ff0000', opacity: 0.5 })]);
  const out = await draw(letters([square(0, 10), square(1, 50, '#00ff00')]), half);
  expect(pixel(out, 15, 20)).toEqual([0.5, 0, 0, 0.5]);
  expect(pixel(out, 55, 20)).toEqual([0, 0.5, 0, 0.5]);
});

test('an echo lies behind the letters, where it is put, as strong and in the colour that it is given', async () => {
  const out = await draw(letters([square(0, 10)], [echo({ opacity: 0.4, colour: '#0000ff' })]));
  expect(pixel(out, 20, 20)).toEqual([1, 0, 0, 1]);
  expect(pixel(out, 20, 45)).toEqual([0, 0, 0.4, 0.4].map(Math.fround));
  expect(pixel(out, 12, 45)).toEqual([0, 0, 0, 0]);
});

test.each([1, 2])('an outlined echo is a line of its width along the edge, at scale %p', async (scale) => {
  const out = await draw(
    letters([square(0, 10)], [echo({ place: { ...identity, e: 50, f: 20 }, outline: 4 })]),
    red,
    scale,
  );
  // The square's echo reaches from (60, 30) to (80, 50): the line from 2 px outside to 2 px inside.
  const alpha = (x: number, y: number): number => pixel(out, Math.floor(x * scale), Math.floor(y * scale))[3];
  for (const [x, y] of [
    [59, 40],
    [61, 40],
    [70, 29],
    [70, 48.6],
  ])
    expect(alpha(x, y)).toBe(1);
  for (const [x, y] of [
    [70, 40],
    [55, 40],
    [70, 54],
    [84, 40],
  ])
    expect(alpha(x, y)).toBe(0);
  let sum = 0;
  for (let i = 3; i < out.data.length; i += 4)
    sum += out.data[i] * Number(Math.floor(i / 4) % (100 * scale) > 45 * scale);
  // A band of 4 px around a square of 20 px, its outer corners rounded: 24² - 16² less what rounding takes off; within
  // 2 %.
  expect(Math.abs(sum / scale ** 2 - (24 ** 2 - 16 ** 2 - (4 - Math.PI) * 4))).toBeLessThan(6.4);
});

test('a shrunk echo has a line that shrinks with it', async () => {
  const out = await draw(
    letters([square(0, 10)], [echo({ place: { a: 0.5, b: 0, c: 0, d: 0.5, e: 50, f: 25 }, outline: 4 })]),
  );
  const row = Array.from({ length: 20 }, (_, x) => pixel(out, 50 + x, 35)[3]).reduce((sum, value) => sum + value, 0);
  expect(row).toBeCloseTo(4, 1);
});

test('what lies outside of letters and echoes has no ink, and the node says where it ends', async () => {
  const bounds = inkLayers(letters([square(0, 10)], [echo({ outline: 6 })]), red, scene).map(({ node }) => node.bounds);
  expect(bounds).toEqual([
    { x: 12, y: 27, width: 26, height: 26 },
    { x: 10, y: 10, width: 20, height: 20 },
  ]);
  expect(inkLayers(letters([]), red, scene)[0].node.bounds).toEqual({ x: 0, y: 0, width: 0, height: 0 });
});

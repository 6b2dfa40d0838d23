import { Evaluator } from './evaluate';
import type { Node } from './node';
import { emptyRaster } from '../pixels/raster';
import { paintedNode } from '../testing/nodes';
import { displaced, type ShiftField } from './displaced';

/** Looked up once: these loops are hot. */
const { abs, max, PI, sin } = Math;

const sheet = { x: 0, y: 0, width: 200, height: 160 };
/** A field of shifts given by a function of the place, sheet px, known on a grid. */
function fieldOf(shift: (x: number, y: number) => [number, number], scale = 1): ShiftField {
  const region = { x: 0, y: 0, width: Math.round(200 * scale), height: Math.round(160 * scale) };
  const node: Node = {
    key: `shifts ${shift.toString()} ${scale}`,
    channels: 4,
    bounds: null,
    needs: () => ({}),
    compute() {
      const out = emptyRaster(region.width, region.height, 4);
      for (let i = 0, at = 0; at < out.data.length; i++, at += 4) {
        const [x, y] = [(i % region.width) + 0.5, Math.floor(i / region.width) + 0.5];
        out.data.set(shift(x / scale, y / scale), at);
      }
      return out;
    },
  };
  return { node, region, scale, reach: 40 };
}

const pattern = (x: number): number => 0.5 + 0.4 * sin((2 * PI * x) / 32);
/** The pattern's steepest: a place off by a tenth of a px changes it by no more than this. */
const tenth = 0.1 * 0.4 * ((2 * PI) / 32);

test.each([
  [1, 1],
  [0.5, 1],
  [1, 0.5],
  [2, 0.5],
])(
  'a line pattern agrees with a known sine within a tenth of a px, at scale %d, the field known at %d',
  async (scale, known) => {
    const shift = (_: number, y: number): number => 9 * sin((2 * PI * y) / 60);
    const moved = displaced(
      paintedNode('pattern', (x) => [pattern(x)], 1),
      fieldOf((x, y) => [shift(x, y), 0], known),
    );
    const region = { x: 40 * scale, y: 20 * scale, width: 100 * scale, height: 100 * scale };
    const { data } = await new Evaluator(1e8).pixels(moved, { region, scale });
    let worst = 0;
    for (let i = 0; i < data.length; i++) {
      const x = (region.x + (i % region.width) + 0.5) / scale;
      const y = (region.y + Math.floor(i / region.width) + 0.5) / scale;
      worst = max(worst, abs(data[i] - pattern(x + shift(x, y))));
    }
    expect(worst).toBeLessThan(tenth);
  },
);

test('where nothing moves the px are those of the source, to the bit', async () => {
  const source = paintedNode('pattern', (x, y) => [pattern(x), pattern(y), 0.2, 1]);
  const request = { region: { x: 10, y: 10, width: 60, height: 40 }, scale: 1 };
  const evaluator = new Evaluator(1e8);
  const moved = await evaluator.pixels(
    displaced(
      source,
      fieldOf(() => [0, 0]),
    ),
    request,
  );
  expect(moved.data).toEqual((await evaluator.pixels(source, request)).data);
});

test('a far shift finds what lies outside of the tile, and nothing lies beyond the letters', async () => {
  const box: Node = {
    ...paintedNode('box', (x) => [x > 100 && x < 130 ? 1 : 0], 1),
    bounds: { x: 100, y: 0, width: 30, height: 160 },
  };
  const moved = displaced(
    box,
    fieldOf(() => [30, 0]),
  );
  const evaluator = new Evaluator(1e8);
  const { data } = await evaluator.pixels(moved, { region: { x: 64, y: 40, width: 64, height: 4 }, scale: 1 });
  // Moved to the left by 30 px.
  for (let x = 0; x < 64; x++) expect(data[x]).toBeCloseTo(64 + x + 0.5 > 70 && 64 + x + 0.5 < 100 ? 1 : 0, 5);
  expect(moved.bounds).toEqual({ x: 60, y: -40, width: 110, height: 240 });
});

test('coverage never leaves 0 to 1, and colours never outshine it', async () => {
  const hard = paintedNode('hard', (x) => (x % 16 < 8 ? [1, 0.5, 0, 1] : [0, 0, 0, 0]));
  const moved = displaced(
    hard,
    fieldOf((x) => [4 * sin(x / 5), 0.3]),
  );
  const { data } = await new Evaluator(1e8).pixels(moved, { region: { ...sheet, width: 180 }, scale: 1 });
  for (let at = 0; at < data.length; at += 4 * 13) {
    expect(data[at + 3]).toBeGreaterThanOrEqual(0);
    expect(data[at + 3]).toBeLessThanOrEqual(1);
    for (let c = 0; c < 3; c++) expect(data[at + c]).toBeLessThanOrEqual(data[at + 3] + 1e-6);
  }
});

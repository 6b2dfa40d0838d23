import { decodeExact, encodeExact } from '../pixels/transfer';
import { fillWith, emptyRaster, type Raster } from '../pixels/raster';
import { colourNode, paintedNode } from '../testing/nodes';
import { layLetters } from './layLetters';
import type { SceneItem } from './items';

const one = (...channels: number[]): Raster => {
  const out = emptyRaster(1, 1, channels.length as 1 | 4);
  fillWith(out, channels as [number, number, number, number]);
  return out;
};
const veil = { front: colourNode('#00ff00'), matte: paintedNode('half', () => [0.5], 1) };
const item = (change: Partial<SceneItem>): SceneItem => ({
  kind: 'letters',
  mode: 'normal',
  node: colourNode('red'),
  strength: 1,
  over: [],
  ...change,
});
const nothing = (): Raster => one(0, 0, 0, 0);
const laid = (items: SceneItem[], inputs: Raster[], below = one(0, 0, 0, 1), bare = nothing): number[] => {
  layLetters(below, items, inputs, bare);
  return [...below.data];
};

test.each([
  [1, 0.5],
  [1, 0.9],
  [0.6, 1],
  [0.6, 0],
])('an outline of strength %p before a veil of %p is seen as strong as it is', (strength, matte) => {
  // The outline is white; letter, veil and photograph are black, so what is seen is the outline's own part.
  const edged = one(strength, strength, strength, 1);
  const band = one(strength, strength, strength, strength);
  const seen = laid(
    [item({ over: [veil] }), item({ kind: 'front', isRepeated: true, over: [veil] })],
    [edged, one(0, 0, 0, 1), one(matte), band, one(0, 0, 0, 1), one(matte)],
  );
  expect(seen[0]).toBeCloseTo(strength, 5);
  expect(seen[3]).toBeCloseTo(1, 5);
});

test('on the soft edge of a veil, which mixes light, a half clear outline comes out a little lighter, never weaker', () => {
  const seen = laid(
    [item({ over: [veil] }), item({ kind: 'front', isRepeated: true, over: [veil] })],
    [one(0.6, 0.6, 0.6, 1), one(0, 0, 0, 1), one(0.5), one(0.6, 0.6, 0.6, 0.6), one(0, 0, 0, 1), one(0.5)],
  );
  // Below: the light of 0.6, halved; above: 0.6 x 0.5 / (1 - 0.3) of white.
  const above = 0.3 / 0.7;
  expect(seen[0]).toBeCloseTo(encodeExact(decodeExact(0.6) / 2) * (1 - above) + above, 3);
  expect(seen[0]).toBeGreaterThan(0.6);
});

test('a layer in a mode of its own is mixed with what lies below, then covered by its veils', () => {
  const half = one(0.5, 0.5, 0.5, 1);
  const seen = laid([item({ mode: 'multiply', over: [veil] })], [half, one(0, 1, 0, 1), one(1)], one(0.8, 0.8, 0.8, 1));
  expect(seen).toEqual([0, 1, 0, 1]);
  const free = laid([item({ mode: 'multiply', over: [veil] })], [half, one(0, 1, 0, 1), one(0)], one(0.8, 0.8, 0.8, 1));
  expect(free[0]).toBeCloseTo(0.4, 5);
});

test('a second layer in a mode is mixed with the first, not with the photograph below it', () => {
  const seen = laid([item({}), item({ mode: 'multiply' })], [one(1, 0, 0, 1), one(0.5, 0.5, 0.5, 1)], one(0, 0, 1, 1));
  expect(seen).toEqual([0.5, 0, 0, 1]);
});

test('a hole shows the sheet, but for what a veil covers', () => {
  const paper = (): Raster => one(1, 1, 1, 1);
  expect(
    laid([item({ kind: 'hole', over: [veil] })], [one(0, 0, 0, 1), one(0, 1, 0, 1), one(0.25)], one(0, 0, 0, 1), paper),
  ).toEqual([0.75, 0.75, 0.75, 1]);
  expect(laid([item({ kind: 'hole' })], [one(0, 0, 0, 1)], one(0.2, 0.2, 0.2, 1))).toEqual([0, 0, 0, 0]);
});

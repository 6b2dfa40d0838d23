import { oklabPlanes } from '../../../pixels/oklabPlanes';
import type { Level } from '../../../pictures/pyramid';
import { fractions, overlap, trueCut } from '../../../testing/truth';
import type { Mark } from './marks';
import { findPatches } from './patches';
import { ScribbleCutter } from './scribbleCut';

const painted = (width: number, height: number, colour: (x: number, y: number) => [number, number, number]): Level => {
  const bytes = new Uint8Array(width * height * 3);
  for (let i = 0; i < width * height; i++) bytes.set(colour(i % width, Math.floor(i / width)), i * 3);
  return { width, height, channels: 3, bytes };
};

/** A green disc on a red ground, both mottled a little. */
const disc = painted(160, 120, (x, y) => {
  const mottle = ((x * 7 + y * 13) % 5) * 2;
  return Math.hypot(x + 0.5 - 80, y + 0.5 - 60) < 40 ? [40 + mottle, 150, 60] : [170 + mottle, 60, 50];
});
const inDisc = Float32Array.from({ length: 160 * 120 }, (_, i) =>
  Math.hypot((i % 160) + 0.5 - 80, Math.floor(i / 160) + 0.5 - 60) < 40 ? 1 : 0,
);
const front: Mark = {
  side: 'front',
  radius: 4,
  points: [
    [70, 60],
    [90, 64],
  ],
};
const behind: Mark = {
  side: 'behind',
  radius: 4,
  points: [
    [10, 10],
    [150, 12],
  ],
};
const share = (matte: Level | null): number => overlap(fractions(matte!.bytes), inDisc);

describe('a disc', () => {
  const cutter = new ScribbleCutter(disc);
  test('is cut by one stroke on it and one beside it', () =>
    expect(share(cutter.cut([front, behind]))).toBeGreaterThan(0.99));
  test('strokes only in front: the rest is what is not like them', () =>
    expect(share(cutter.cut([front]))).toBeGreaterThan(0.97));
  test('strokes only behind say nothing of what stands in front', () => expect(cutter.cut([behind])).toBeNull());
  test('a box alone is enough', () =>
    expect(share(cutter.cut([], { x: 30, y: 10, width: 100, height: 100 }))).toBeGreaterThan(0.97));
  test('a box beside it cuts nothing of it', () =>
    expect(
      share(
        cutter.cut([], { x: 500, y: 500, width: 10, height: 10 }) ?? { ...disc, bytes: new Uint8Array(inDisc.length) },
      ),
    ).toBe(0));
  test('what is marked is so, whatever its colour', () => {
    const hole = cutter.cut([front, behind, { side: 'behind', radius: 6, points: [[80, 40]] }])!;
    expect(hole.bytes[40 * 160 + 80]).toBe(0);
    expect(hole.bytes[70 * 160 + 80]).toBe(255);
  });
  test('a part of a plate is cut like the part itself', () => {
    const moved = new ScribbleCutter(disc, { x: 1000, y: 500, width: 160, height: 120 });
    const marks = [front, behind].map((mark): Mark => ({
      ...mark,
      points: mark.points.map(([x, y]) => [x + 1000, y + 500] as const),
    }));
    expect(moved.cut(marks)!.bytes).toEqual(cutter.cut([front, behind])!.bytes);
  });
});

test('patches do not cross a clear edge, and all px belong to one', () => {
  const { labels, count, sizes } = findPatches(oklabPlanes(disc), 160, 120);
  expect(sizes.reduce((sum, size) => sum + size, 0)).toBe(160 * 120);
  const sides = new Map<number, number>();
  labels.forEach((label, i) => sides.set(label, (sides.get(label) ?? 0) + (inDisc[i] ? 1 : -1)));
  // A patch of both sides would count up and down; on the border itself a few px may lie on the other side.
  const mixed = [...sides].reduce((sum, [label, balance]) => sum + sizes[label] - Math.abs(balance), 0);
  expect(mixed / (160 * 120)).toBeLessThan(0.02);
  expect(count).toBeLessThan(160 * 120 * 0.3);
});

// What GrabCut of OpenCV reaches on the same strokes is measured in the bench.
test.each([
  ['ribbons', 0.985],
  ['figure', 0.93],
  ['jar', 0.75],
] as const)('%s, by rough strokes, overlaps the true matte', async (name, least) => {
  const { picture, strokes, truth } = await trueCut(name);
  expect(overlap(fractions(new ScribbleCutter(picture).cut(strokes.marks)!.bytes), truth)).toBeGreaterThan(least);
});

import type { Raster } from '../pixels/raster';
import { drawnLetter, drawnLetters, bareScene, square } from '../testing/letters';
import { paintLayers } from '../testing/nodes';
import { paintedPicture } from '../testing/pictures';
import type { Letters } from '../type/letters';
import type { PaintScene } from '../passes/pass';
import { inkNode } from '../passes/ink/inkNode';
import { stand } from '../passes/stance/render';
import { plainStance } from '../passes/stance/schema';
import { cutKeepPoints, laidPictures, picturePpi } from './laidPictures';
import { coatSchema, pictureCoat, type Coat } from './schema';

const sheet = { width: 220, height: 200 };
/** Eight upright bars, red and blue in turn, each an eighth of the width. */
const bars = paintedPicture(160, 160, (x) => (Math.floor(x / 20) % 2 === 0 ? [255, 0, 0] : [0, 0, 255]));
const scene: PaintScene = {
  ...bareScene('#ffffff', sheet),
  materials: {
    picture: () => bars,
    face: () => {
      throw new Error('no faces here');
    },
  },
};
const flat = drawnLetters([drawnLetter(square(30, 30, 160))], { size: 160, capHeight: 160 });
/** The square in perspective: its right side is a quarter as high, which is four times as far off. */
const standing = stand(
  flat,
  plainStance({
    x: 0,
    y: 0,
    rotation: 0,
    scale: 1,
    perspective: {
      box: { x: 30, y: 30, width: 160, height: 160 },
      moves: [
        [0, 0],
        [0, 60],
        [0, -60],
        [0, 0],
      ],
    },
  }),
);
const draw = (coats: Coat[], letters: Letters): Promise<Raster> =>
  paintLayers([{ mode: 'normal', node: inkNode(letters, { coats }, scene) }], {
    region: { x: 0, y: 0, ...sheet },
    scale: 1,
  });
const redAt = ({ data, width }: Raster, x: number, y: number): number =>
  data[(y * width + x) * 4] / data[(y * width + x) * 4 + 3];
/** Where the colour changes along a level line. */
const changes = (out: Raster, y: number): number[] =>
  Array.from({ length: 158 }, (_, i) => 32 + i).filter((x) => redAt(out, x, y) > 0.5 !== redAt(out, x - 1, y) > 0.5);

/**
 * Where a part of the square's width comes to lie, its right side four times as far off: x w runs evenly from 0 to 4
 * while w runs from 1 to 4.
 */
const seenAt = (part: number): number => 30 + (160 * 4 * part) / (1 + 3 * part);

test('what lies on letters in perspective narrows towards the distance, as the plane does', async () => {
  const wanted = Array.from({ length: 7 }, (_, i) => seenAt((i + 1) / 8));
  for (const coat of [
    pictureCoat({ asset: 'bars' }),
    coatSchema.parse({
      kind: 'pattern',
      motif: 'stripes',
      colours: ['#ff0000', '#0000ff'],
      size: 0.25,
      angle: 0,
      opacity: 1,
    }),
  ]) {
    const found = changes(await draw([coat], standing), 110);
    if (coat.kind === 'picture') {
      expect(found).toHaveLength(7);
      found.forEach((x, i) => expect(Math.abs(x - wanted[i])).toBeLessThan(1.5));
    } else {
      // Stripes of one breadth in the plane: each is narrower on the sheet than the one before it.
      const widths = found.slice(1).map((x, i) => x - found[i]);
      expect(widths.at(-1)!).toBeLessThan(widths[0] / 1.7);
    }
  }
  const gradient = coatSchema.parse({
    kind: 'gradient',
    shape: 'linear',
    stops: [
      { at: 0, colour: '#000' },
      { at: 1, colour: '#fff' },
    ],
    angle: 0,
    space: 'srgb',
    opacity: 1,
  });
  const ramp = await draw([gradient], standing);
  expect(redAt(ramp, Math.round(seenAt(0.5)), 110)).toBeCloseTo(0.5, 1);
});

test('a picture covers bent letters to the last corner', async () => {
  const solid = coatSchema.parse({ kind: 'solid', colour: '#fff', opacity: 1 });
  for (const letters of [
    standing,
    stand(flat, plainStance({ x: 0, y: 0, rotation: 0, scale: 1, bend: { kind: 'arc', degrees: 60 } })),
    stand(flat, plainStance({ x: 40, y: -20, rotation: 17, scale: 0.9 })),
  ]) {
    const [covered, whole] = [await draw([pictureCoat({ asset: 'bars' })], letters), await draw([solid], letters)];
    let missing = 0;
    for (let i = 3; i < whole.data.length; i += 4) missing += Math.max(0, whole.data[i] - covered.data[i] - 1 / 255);
    expect(missing).toBeLessThan(1);
  }
});

test('pixels per inch are counted where the plane is nearest, keep points where they are seen', () => {
  const coat = pictureCoat({
    asset: 'bars',
    keep: [
      [0.5, 0.5],
      [0.5, 1.2 - 1],
    ],
  });
  const laid = laidPictures(coat, standing, sheet, () => bars);
  // One picture px is one lettering px. At the left side the plane is four times as broad and as high as it is: twice
  // by the root of the area.
  expect(picturePpi(laid, 300)!).toBeCloseTo(150, -1);
  expect(cutKeepPoints(coat, laid, standing, () => bars)).toEqual([]);
  const [x, y] = laid[0].toSheet([30 + 80, 30 + 80]);
  expect(Math.abs(x - seenAt(0.5))).toBeLessThan(0.01);
  expect(Math.abs(y - 110)).toBeLessThan(0.01);
  const [u, v] = laid[0].fromSheet([x, y]);
  expect([u, v].map(Math.round)).toEqual([110, 110]);
});

import type { Raster } from '../pixels/raster';
import { moved } from '../shape/affine';
import { bareScene, drawnLetter, drawnLetters, square } from '../testing/letters';
import { paintLayers } from '../testing/nodes';
import { paintedPicture } from '../testing/pictures';
import type { Letters } from '../type/letters';
import type { PaintScene } from '../passes/pass';
import { inkNode } from '../passes/ink/inkNode';
import { detailOf, liveliestSlips } from './liveliest';
import { cutKeepPoints, laidPictures, picturePpi } from './laidPictures';
import { coatSchema, pictureCoat, type Coat, type PictureCoat } from './schema';

const sheet = { width: 200, height: 120 };
/** Red on the left, blue on the right; a green one. */
const pictures: Record<string, ReturnType<typeof paintedPicture>> = {
  halves: paintedPicture(64, 32, (x) => (x < 32 ? [255, 0, 0] : [0, 0, 255])),
  green: { ...paintedPicture(16, 16, () => [0, 255, 0]), key: 'green' },
};
const scene: PaintScene = {
  ...bareScene('#ffffff', sheet),
  materials: {
    picture: (asset) => pictures[asset],
    face: () => {
      throw new Error('no faces here');
    },
  },
};
const two = drawnLetters([drawnLetter(square(20, 20, 60)), drawnLetter(square(100, 20, 60), { start: 1 })], {
  capHeight: 60,
});
const draw = (coats: Coat[], letters: Letters = two, scale = 1): Promise<Raster> =>
  paintLayers([{ mode: 'normal', node: inkNode(letters, { coats }, scene) }], {
    region: { x: 0, y: 0, width: sheet.width * scale, height: sheet.height * scale },
    scale,
  });
const at = ({ data, width }: Raster, x: number, y: number): number[] =>
  [...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 4)].map((value) => Math.round(value * 255));
const red = [255, 0, 0, 255];
const blue = [0, 0, 255, 255];
const green = [0, 255, 0, 255];

test('slipped in one letter the picture moves in that letter alone, and is larger there where that is said', async () => {
  const coat = pictureCoat({ asset: 'halves' });
  const plain = await draw([coat]);
  expect([at(plain, 30, 50), at(plain, 150, 50)]).toEqual([red, blue]);
  // Half the box to the right: the second letter now shows what was left of the middle.
  const slipped = await draw([{ ...coat, slips: [{ at: 1, x: 0.5, y: 0, scale: 1 }] }]);
  expect([at(slipped, 30, 50), at(slipped, 110, 50)]).toEqual([red, red]);
});

test('pictures take turns letter by letter, line by line, or in the cells of a grid with clear gaps', async () => {
  const byLetter = await draw([pictureCoat({ asset: 'halves', more: ['green'], by: 'letter', span: 'letter' })]);
  expect([at(byLetter, 30, 50), at(byLetter, 70, 50), at(byLetter, 130, 50)]).toEqual([red, blue, green]);
  const lines = drawnLetters(
    [drawnLetter(square(20, 10, 40)), drawnLetter(square(20, 60, 40), { start: 2, line: 1 })],
    {
      lines: [20, 60].map((y, i) => ({
        start: 2 * i,
        text: 'I',
        ink: { x: 20, y, width: 40, height: 40 },
        flatInk: { x: 20, y, width: 40, height: 40 },
        carets: [],
      })),
    },
  );
  expect(
    at(await draw([pictureCoat({ asset: 'green', more: ['halves'], by: 'line', span: 'line' })], lines), 40, 30),
  ).toEqual(green);
  // A box of 140 px in two columns, 6 px apart: the gap runs from 87 to 93, within no letter; with one letter it can be
  // seen.
  const one = drawnLetters(
    [
      drawnLetter([
        [20, 20],
        [160, 20],
        [160, 80],
        [20, 80],
      ]),
    ],
    { capHeight: 60 },
  );
  const cells = await draw(
    [pictureCoat({ asset: 'green', more: ['halves'], by: 'cell', cells: { columns: 2, rows: 1, gap: 0.1 } })],
    one,
  );
  expect([at(cells, 50, 50), at(cells, 86, 50), at(cells, 90, 50)[3], at(cells, 94, 50), at(cells, 150, 50)]).toEqual([
    green,
    green,
    0,
    red,
    blue,
  ]);
});

test('held by the sheet, the picture stays where it is when the letters are moved', async () => {
  const coat = pictureCoat({ asset: 'halves', held: 'sheet' });
  const there = { ...two, place: moved(40, 0) };
  // The sheet's middle is at 100: left of it red, right of it blue, wherever the letters stand.
  expect([
    at(await draw([coat]), 70, 50),
    at(await draw([coat], there), 70, 50),
    at(await draw([coat], there), 118, 50),
  ]).toEqual([red, red, blue]);
  const goes = pictureCoat({ asset: 'halves' });
  expect(at(await draw([goes], there), 118, 50)).toEqual(red);
});

test.each([1, 0.35, 2])(
  'a picture that covers its box leaves nothing of the letters uncovered, at scale %p',
  async (scale) => {
    const odd = drawnLetters([
      drawnLetter([
        [20.3, 20.6],
        [91.7, 20.6],
        [91.7, 77.9],
        [20.3, 77.9],
      ]),
    ]);
    const [covered, solid] = [
      await draw([pictureCoat({ asset: 'green' })], odd, scale),
      await draw([coatSchema.parse({ kind: 'solid', colour: '#0f0', opacity: 1 })], odd, scale),
    ];
    const bare = solid.data.filter((value, i) => i % 4 === 3 && value - covered.data[i] >= 1 / 255);
    expect(bare).toHaveLength(0);
  },
);

const sizeOf = (asset: string) => pictures[asset];

test('real pixels per inch are those of the picture on paper: the fewest of all letters count', () => {
  // 64 px over a box of 140 sheet px at 300 per inch.
  const laid = laidPictures(pictureCoat({ asset: 'halves' }), two, sheet, sizeOf);
  expect(picturePpi(laid, 300)).toBeCloseTo((300 * 64) / 140, 6);
  const larger = laidPictures(
    pictureCoat({ asset: 'halves', slips: [{ at: 1, x: 0, y: 0, scale: 2 }] }),
    two,
    sheet,
    sizeOf,
  );
  expect(picturePpi(larger, 300)).toBeCloseTo((150 * 64) / 140, 6);
  expect(picturePpi([], 300)).toBeNull();
});

test('a keep point is cut where no letter shows it', () => {
  const cutOf = (coat: PictureCoat): number[] =>
    cutKeepPoints(coat, laidPictures(coat, two, sheet, sizeOf), two, sizeOf);
  // Over a box from 20 to 160: 0.2 falls into the first letter, the middle between both, 0.9 into the second.
  const coat = pictureCoat({
    asset: 'halves',
    keep: [
      [0.2, 0.5],
      [0.5, 0.5],
      [0.9, 0.5],
    ],
  });
  expect(cutOf(coat)).toEqual([1]);
  expect(cutOf({ ...coat, x: 0.2 })).toEqual([2]);
  expect(cutOf({ ...coat, reach: { kind: 'letter', at: 0 } })).toEqual([1, 2]);
});

test('shuffling brings the liveliest part of the picture into each letter, and not the same part into both', async () => {
  // Flat but for two busy squares, at the upper left and the lower right.
  const busy = paintedPicture(400, 300, (x, y) =>
    (x < 100 && y < 100) || (x >= 300 && y >= 200)
      ? ((x + y) % 2 === 0 ? [255, 255, 255] : [0, 0, 0]).map((value) => (Math.floor(x / 8) % 2 ? value : 255 - value))
      : [128, 128, 128],
  );
  const large = { ...busy, key: 'busy' };
  const letters = drawnLetters([drawnLetter(square(20, 20, 40)), drawnLetter(square(120, 20, 40), { start: 1 })]);
  const coat = pictureCoat({ asset: 'busy' });
  const detail = await detailOf(large);
  const slips = liveliestSlips(coat, letters, sheet, large, detail, 0);
  const parts = laidPictures({ ...coat, slips }, letters, sheet, () => large).map(({ letter, placement }) => ({
    x: (letter.bounds!.x - placement.x) / placement.scale,
    y: (letter.bounds!.y - placement.y) / placement.scale,
    side: 40 / placement.scale,
  }));
  const shows = (part: (typeof parts)[number], x: number, y: number): boolean =>
    part.x <= x && x <= part.x + part.side && part.y <= y && y <= part.y + part.side;
  expect(parts.map((part) => [shows(part, 50, 50), shows(part, 350, 250)]).sort()).toEqual([
    [false, true],
    [true, false],
  ]);
  // Each part lies within the picture, so that the letter stays covered.
  for (const { x, y, side } of parts)
    expect([x >= -1e-2, y >= -1e-2, x + side <= 400.01, y + side <= 300.01]).toEqual([true, true, true, true]);
  expect(liveliestSlips(coat, letters, sheet, large, detail, 3)).not.toEqual(slips);
  expect(liveliestSlips(coat, letters, sheet, large, detail, 3)).toEqual(
    liveliestSlips(coat, letters, sheet, large, detail, 3),
  );
});

test('a grey pattern under a gradient on overlay brightens, and once more under the same gradient again', async () => {
  const grey = coatSchema.parse({
    kind: 'pattern',
    motif: 'stripes',
    colours: ['#999999', '#999999'],
    size: 0.2,
    angle: 0,
    opacity: 1,
  });
  const light = coatSchema.parse({
    kind: 'gradient',
    shape: 'linear',
    stops: [
      { at: 0, colour: '#cccccc' },
      { at: 1, colour: '#cccccc' },
    ],
    angle: 0,
    mode: 'overlay',
    opacity: 1,
  });
  // Overlay of 0.8 on 0.6: 1 - 2 x 0.4 x 0.2 = 0.84; on that again 1 - 2 x 0.16 x 0.2 = 0.936.
  const steps = await Promise.all(
    [[grey], [grey, light], [grey, light, light]].map(async (coats) => at(await draw(coats), 50, 50)[0] / 255),
  );
  [0.6, 0.84, 0.936].forEach((wanted, i) => expect(steps[i]).toBeCloseTo(wanted, 2));
});

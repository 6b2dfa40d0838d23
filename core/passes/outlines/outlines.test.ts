import { solidCoat } from '../../coats/schema';
import { inkLayers } from '../ink/render';
import { plainInk } from '../ink/schema';
import type { Raster } from '../../pixels/raster';
import { placed, type Point } from '../../shape/affine';
import type { Path } from '../../shape/path';
import { bareScene, drawnLetter, drawnLetters, square } from '../../testing/letters';
import { paintLayers } from '../../testing/nodes';
import type { Letters } from '../../type/letters';
import { stand } from '../stance/render';
import { plainStance } from '../stance/schema';
import { shapeEdges } from './edge';
import { outlinesLayers } from './render';
import { outlineSchema, plainOutline, plainOutlines, type Outline } from './schema';

const scene = bareScene('#ffffff', { width: 200, height: 200 });
const noInk = plainInk([]);
const redInk = plainInk([solidCoat({ colour: '#ff0000' })]);
const blue = (change: Partial<Outline>): Outline => ({
  ...plainOutline({ id: 'o', unit: 'px', width: 6, side: 'outside', colour: '#0000ff' }),
  ...change,
});
const layersOf = (letters: Letters, list: Outline[], ink = noInk) =>
  outlinesLayers(inkLayers(letters, ink, scene), letters, { ...plainOutlines(), list }, scene);
const draw = (letters: Letters, list: Outline[], { ink = noInk, scale = 1 } = {}): Promise<Raster> =>
  paintLayers(layersOf(letters, list, ink), { region: { x: 0, y: 0, width: 200 * scale, height: 200 * scale }, scale });
const pixel = ({ width, data }: Raster, x: number, y: number): number[] => [
  ...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 4),
];
const areaOf = ({ data }: Raster): number => data.reduce((sum, value, i) => sum + (i % 4 === 3 ? value : 0), 0);
const box = drawnLetters([drawnLetter(square(60, 60, 80))]);

/** A circle of four cubics; the constant keeps within 0.03 % of the radius. */
function circle(cx: number, cy: number, r: number): Path {
  const k = 0.5522847498 * r;
  return [
    { kind: 'move', to: [cx + r, cy] },
    { kind: 'cubic', control1: [cx + r, cy + k], control2: [cx + k, cy + r], to: [cx, cy + r] },
    { kind: 'cubic', control1: [cx - k, cy + r], control2: [cx - r, cy + k], to: [cx - r, cy] },
    { kind: 'cubic', control1: [cx - r, cy - k], control2: [cx - k, cy - r], to: [cx, cy - r] },
    { kind: 'cubic', control1: [cx + k, cy - r], control2: [cx + r, cy - k], to: [cx + r, cy] },
  ];
}

test.each([0.1, 0.37, 1, 2.5])(
  'a band is as wide as it is set, within 0.25 px, on straight edges and on circles at scale %p',
  async (scale) => {
    for (const side of ['inside', 'centred', 'outside'] as const) {
      for (const width of [1.5, 6, 17.3]) {
        const straight = await draw(box, [blue({ side, width })], { scale });
        const row = Math.round(100 * scale);
        let across = 0;
        for (let x = 0; x < row; x++) across += pixel(straight, x, row)[3];
        expect(Math.abs(across / scale - width)).toBeLessThan(0.25);
        const round = await draw(drawnLetters([drawnLetter(circle(100, 100, 50))]), [blue({ side, width })], { scale });
        // The ring's area over the length of its middle line is its width.
        const middle = { inside: 50 - width / 2, centred: 50, outside: 50 + width / 2 }[side];
        expect(Math.abs(areaOf(round) / scale ** 2 / (2 * Math.PI * middle) - width)).toBeLessThan(0.25);
      }
    }
  },
);

test('joins: round, mitred and bevelled corners have the area that geometry gives them', async () => {
  // Around a square of 80 px a band of 10 px: four sides of 800 px², and at each corner a quarter disc, a square or a
  // triangle.
  const corner = { round: (Math.PI * 100) / 4, mitre: 100, bevel: 50 };
  for (const join of ['round', 'mitre', 'bevel'] as const)
    expect(areaOf(await draw(box, [blue({ width: 10, join })]))).toBeCloseTo(4 * 800 + 4 * corner[join], -1);
  expect(areaOf(await draw(box, [blue({ width: 10, side: 'inside' })]))).toBeCloseTo(80 ** 2 - 60 ** 2, 0);
});

test('a gap stands between edge and band, and a move carries the band along', async () => {
  const gapped = await draw(box, [blue({ width: 4, gap: 3, join: 'mitre' })]);
  expect(pixel(gapped, 58, 100)[3]).toBeCloseTo(0, 5);
  expect(pixel(gapped, 54, 100)[3]).toBeCloseTo(1, 5);
  expect(pixel(gapped, 52, 100)[3]).toBeCloseTo(0, 5);
  const moved = await draw(box, [blue({ width: 4, x: 10, y: 0, join: 'mitre' })], { ink: redInk });
  expect(pixel(moved, 152, 100)).toEqual([0, 0, 1, 1]);
  // Behind the letters: what would run over the ink is hidden by it.
  expect(pixel(moved, 67, 100)).toEqual([1, 0, 0, 1]);
});

test('em follows the size of the letters as they stand, px does not', async () => {
  const twice = drawnLetters([drawnLetter(square(30, 30, 40))], { place: placed(2, 0, 0, 0), size: 50 });
  const em = await draw(twice, [blue({ unit: 'em', width: 0.06, join: 'mitre' })]);
  expect(areaOf(em)).toBeCloseTo(92 ** 2 - 80 ** 2, 0);
  const px = await draw(twice, [blue({ unit: 'px', width: 6, join: 'mitre' })]);
  expect(areaOf(px)).toBeCloseTo(92 ** 2 - 80 ** 2, 0);
});

test('at a slanted edge ink and outline share each px: together they are opaque, and nothing shines through', async () => {
  const triangle: Point[] = [
    [40, 150],
    [100, 33.3],
    [160.4, 150],
  ];
  const out = await draw(drawnLetters([drawnLetter(triangle)]), [blue({ width: 8 })], { ink: redInk });
  for (let i = 0; i < out.data.length; i += 4) if (out.data[i] > 0.02) expect(out.data[i + 3]).toBeGreaterThan(0.998);
  const within = await draw(drawnLetters([drawnLetter(triangle)]), [blue({ width: 8, side: 'inside' })], {
    ink: redInk,
  });
  // The letters' own edge is neither heavier nor lighter for a band that runs along it inside.
  expect(areaOf(within)).toBeCloseTo(areaOf(await draw(drawnLetters([drawnLetter(triangle)]), [], { ink: redInk })), 1);
});

test('one contour runs around letters that touch, or one around each', async () => {
  const two = drawnLetters([drawnLetter(square(40, 60, 60)), drawnLetter(square(90, 60, 60), { start: 1 })]);
  const around = await draw(two, [blue({ width: 6 })], { ink: redInk });
  expect(pixel(around, 87, 100)).toEqual([1, 0, 0, 1]);
  const each = await draw(two, [blue({ width: 6, contour: 'each' })], { ink: redInk });
  expect(pixel(each, 87, 100)).toEqual([0, 0, 1, 1]);
  expect(pixel(each, 103, 100)).toEqual([1, 0, 0, 1]);
});

test('dashes fill the part of the band that they are long, and end as they are told', async () => {
  const all = areaOf(await draw(box, [blue({ width: 4, side: 'centred' })]));
  const half = areaOf(await draw(box, [blue({ width: 4, side: 'centred', dash: { on: 2, off: 2, caps: 'butt' } })]));
  expect(half / all).toBeGreaterThan(0.48);
  expect(half / all).toBeLessThan(0.52);
  // Round ends add two half discs to each of the 320 / 16 dashes.
  const round = areaOf(await draw(box, [blue({ width: 4, side: 'centred', dash: { on: 2, off: 2, caps: 'round' } })]));
  expect(Math.abs(round - half - 20 * Math.PI * 4)).toBeLessThan(6);
});

test('an outline wider than the letter fills it inside and stays whole outside; a clear one, or one without coats, is nothing', async () => {
  expect(areaOf(await draw(box, [blue({ width: 500, side: 'inside' })]))).toBeCloseTo(80 ** 2, 1);
  expect(pixel(await draw(box, [blue({ width: 500 })]), 5, 5)).toEqual([0, 0, 1, 1]);
  expect(layersOf(box, [blue({ width: 0 }), blue({ coats: [] }), blue({ opacity: 0 })])).toHaveLength(1);
});

test('a centred outline in a mode of its own covers each px no more than once', async () => {
  const triangle: Point[] = [
    [40, 150],
    [100, 33.3],
    [160.4, 150],
  ];
  const letters = drawnLetters([drawnLetter(triangle)]);
  const alone = layersOf(letters, [blue({ mode: 'multiply', side: 'centred', width: 4 })], redInk).find(
    ({ mode }) => mode === 'multiply',
  )!;
  const out = await paintLayers([{ ...alone, mode: 'normal' }], {
    region: { x: 0, y: 0, width: 200, height: 200 },
    scale: 1,
  });
  for (let i = 3; i < out.data.length; i += 4) expect(out.data[i]).toBeLessThan(1.0001);
});

test('any coat is a paint: a gradient runs along the word in the band', async () => {
  const out = await draw(box, [
    outlineSchema.parse({
      id: 'g',
      unit: 'px',
      width: 10,
      side: 'inside',
      coats: [
        {
          kind: 'gradient',
          shape: 'linear',
          stops: [
            { at: 0, colour: '#000' },
            { at: 1, colour: '#fff' },
          ],
          angle: 0,
          space: 'srgb',
          opacity: 1,
        },
      ],
    }),
  ]);
  expect(pixel(out, 62, 100)[0]).toBeCloseTo(2.5 / 80, 2);
  expect(pixel(out, 137, 100)[0]).toBeCloseTo(77.5 / 80, 2);
  expect(pixel(out, 100, 100)[3]).toBe(0);
});

test('an outline with a mode of its own is laid on by itself, under the ink that hides its inner edge', () => {
  const layers = layersOf(
    box,
    [blue({ mode: 'multiply' }), blue({ id: 'p', side: 'inside', mode: 'screen' }), blue({ id: 'f', front: true })],
    redInk,
  );
  expect(layers.map(({ place, mode }) => `${place} ${mode}`)).toEqual([
    'with multiply',
    'with normal',
    'with screen',
    'beforeVeils normal',
  ]);
  expect(layers.at(-1)!.isRepeated).toBe(true);
});

test('letters are made fatter by what is said, their corners rounded; where that would break a stroke they keep it', () => {
  const grown = shapeEdges(box, { ...plainOutlines(), grow: 0.05, list: [] });
  expect(grown.ink).toEqual({ x: 55, y: 55, width: 90, height: 90 });
  const rounded = shapeEdges(box, { ...plainOutlines(), round: 0.1, list: [] });
  expect(rounded.ink!.width).toBeCloseTo(80, 1);
  const polygon = rounded.letters[0].path.map(({ to }) => to);
  const area =
    Math.abs(
      polygon.reduce(
        (sum, [x, y], i) => sum + x * polygon[(i + 1) % polygon.length][1] - polygon[(i + 1) % polygon.length][0] * y,
        0,
      ),
    ) / 2;
  // Four corners lose a square of the radius and keep a quarter disc.
  expect(Math.abs(area - (6400 - (4 - Math.PI) * 100))).toBeLessThan(2);
  const thin = drawnLetters([
    drawnLetter([
      [20, 20],
      [120, 20],
      [120, 24],
      [20, 24],
    ]),
  ]);
  expect(shapeEdges(thin, { ...plainOutlines(), round: 0.5, list: [] }).ink!.width).toBeGreaterThan(95);
});

test('in perspective a band that goes by the letter size narrows with its letters; one in px of the sheet does not', async () => {
  // A square whose right side is half as high: so is everything in its plane there.
  const flat = drawnLetters([drawnLetter(square(50, 50, 100))], { size: 100 });
  const stance = plainStance({
    x: 0,
    y: 0,
    rotation: 0,
    scale: 1,
    perspective: {
      box: { x: 50, y: 50, width: 100, height: 100 },
      moves: [
        [0, 0],
        [0, 25],
        [0, -25],
        [0, 0],
      ],
    },
  });
  const standing = stand(flat, stance);
  const above = async (outline: Outline, x: number): Promise<number> => {
    const out = await draw(standing, [outline]);
    return Array.from({ length: 100 }, (_, y) => pixel(out, x, y)[3]).reduce((sum, value) => sum + value, 0);
  };
  const em = blue({ unit: 'em', width: 0.1, join: 'mitre' });
  expect(Math.abs((await above(em, 52)) - 10)).toBeLessThan(0.6);
  expect(Math.abs((await above(em, 147)) - 5)).toBeLessThan(0.6);
  // Pulled nearer, it is wider, and not cut off.
  const near = stand(
    flat,
    plainStance({
      x: 0,
      y: 0,
      rotation: 0,
      scale: 1,
      perspective: {
        box: { x: 50, y: 50, width: 100, height: 100 },
        moves: [
          [0, -45],
          [0, 0],
          [0, 0],
          [0, 45],
        ],
      },
    }),
  );
  const [line] = [await draw(near, [{ ...em, width: 0.02 }])];
  expect(
    Array.from({ length: 60 }, (_, y) => pixel(line, 53, y)[3]).reduce((sum, value) => sum + value, 0),
  ).toBeGreaterThan(3);
  const px = blue({ unit: 'px', width: 10, join: 'mitre' });
  // The top edge is slanted, so that a level band of 10 px is a little more along the upright.
  expect(Math.abs((await above(px, 52)) - (await above(px, 147)))).toBeLessThan(0.3);
});

test('along an arc a band keeps its width across, and fatter letters are as fat everywhere', async () => {
  const flat = drawnLetters(
    [
      drawnLetter([
        [20, 60],
        [180, 60],
        [180, 90],
        [20, 90],
      ]),
    ],
    { size: 100, capHeight: 30 },
  );
  const standing = stand(flat, plainStance({ x: 0, y: 0, rotation: 0, scale: 1, bend: { kind: 'arc', degrees: 120 } }));
  // The middle line keeps its length; an arc of 160 px over 120 degrees has a radius of 76.4 px, its middle at (100,
  // 75).
  const radius = 160 / ((120 * Math.PI) / 180);
  const out = await draw(standing, [blue({ unit: 'em', width: 0.06 })]);
  const alongRay = (degrees: number): number => {
    const [dx, dy] = [Math.sin((degrees * Math.PI) / 180), -Math.cos((degrees * Math.PI) / 180)];
    let sum = 0;
    for (let r = radius + 15.5; r < radius + 40; r += 0.1) {
      const [x, y] = [100 + r * dx, 75 + radius + r * dy];
      if (x > 0 && y > 0 && x < 200 && y < 200) sum += pixel(out, Math.floor(x), Math.floor(y))[3] * 0.1;
    }
    return sum;
  };
  for (const degrees of [0, -30, 45]) expect(Math.abs(alongRay(degrees) - 5.5)).toBeLessThan(0.7);
  const fat = shapeEdges(standing, { ...plainOutlines(), grow: 0.04, list: [] });
  expect(fat.ink!.y).toBeCloseTo(standing.ink!.y - 4, 1);
});

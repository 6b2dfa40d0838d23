import { Evaluator } from '../../graph/evaluate';
import type { Materials } from '../../graph/materials';
import type { Node } from '../../graph/node';
import { emptyRaster, type Raster } from '../../pixels/raster';
import { decodeExact, encodeExact } from '../../pixels/transfer';
import { colourNode, paintedNode } from '../../testing/nodes';
import type { StandScene, Veiling } from '../pass';
import { backdropDocument } from './document';
import { missingLight } from './ownShadow';
import { standingOn } from './render';
import { backdropSchema, ownShadowSchema, plainBackdrop } from './schema';

const sheet = { width: 120, height: 80 };
const draw = async (node: Node, scale = 1): Promise<Raster> =>
  new Evaluator(1e8).pixels(node, {
    region: { x: 0, y: 0, width: sheet.width * scale, height: sheet.height * scale },
    scale,
  });
const at = ({ data, width, channels }: Raster, x: number, y: number): number[] => [
  ...data.subarray((y * width + x) * channels, (y * width + x + 1) * channels),
];

/** A thing from (40, 20) to (80, 60), its left half only half covered. */
const matteAt = (x: number, y: number): number => {
  if (x < 40 || x >= 80 || y < 20 || y >= 60) return 0;
  return x < 60 ? 0.5 : 1;
};
const box = { x: 40, y: 20, width: 40, height: 40 };
const veiling = (photograph: string | null = 'plate'): Veiling => ({
  id: 'veil',
  photograph,
  front: colourNode('#ff0000'),
  matte: { ...paintedNode('matte', (x, y) => [matteAt(x, y)], 1), bounds: box },
  shadow: null,
  laidOn: null,
});
const scene = (change: Partial<StandScene> = {}): StandScene => ({
  materials: {} as Materials,
  sheet,
  lamp: null,
  bareSheet: colourNode('#0000ff'),
  photographs: [{ id: 'plate', place: { scale: 1, x: 0, y: 0, asset: '' }, node: colourNode('#00ff00') }],
  veilings: [veiling()],
  ...change,
});
const plain = plainBackdrop({ plates: ['plate'] });

test('the sheet stands where the photograph was; what is cut out keeps its own colours, by its matte', async () => {
  const out = await draw(standingOn(plain, scene()));
  expect(at(out, 5, 5)).toEqual([0, 0, 1, 1]);
  expect(at(out, 70, 40)).toEqual([1, 0, 0, 1]);
  // Half covered: half of its own red and half of the sheet, nothing of the old green.
  expect(at(out, 50, 40)).toEqual([0.5, 0, 0.5, 1].map((value) => expect.closeTo(value, 5)));
});

test('photographs that are not taken off stand as they are, and grafts from elsewhere do not stand by themselves', async () => {
  const other = { id: 'other', place: { scale: 1, x: 0, y: 0, asset: '' }, node: colourNode('#ffff00') };
  const farther = await draw(standingOn(plain, scene({ photographs: [other, ...scene().photographs] })));
  expect(at(farther, 5, 5)).toEqual([1, 1, 0, 1]);
  const graft = await draw(standingOn(plain, scene({ veilings: [veiling(null)] })));
  expect(at(graft, 70, 40)).toEqual([0, 0, 1, 1]);
});

test('a shadow thrown anew darkens the sheet in linear light, never the thing', async () => {
  const backdrop = plainBackdrop({
    plates: ['plate'],
    stands: box,
    casts: { ambient: { strength: 0.5, blur: 6 }, colour: '#000000' },
  });
  const white = scene({ bareSheet: colourNode('#ffffff'), veilings: [{ ...veiling(), matte: solid }] });
  const out = await draw(standingOn(backdrop, white));
  expect(at(out, 60, 40)).toEqual([1, 0, 0, 1]);
  // On a straight border a Gaussian is at half: a quarter of the light is missing.
  expect(decodeExact(at(out, 80, 40)[0])).toBeGreaterThan(0.74);
  expect(decodeExact(at(out, 80, 40)[0])).toBeLessThan(0.8);
  expect(at(out, 118, 40)[0]).toBeCloseTo(1, 3);
});
const solid: Node = { ...paintedNode('solid', (x, y) => [Number(matteAt(x, y) > 0)], 1), bounds: box };

describe('the shadow of its own photograph', () => {
  /** A ground that is lit evenly but for a shadow of half the light to the right of the thing, and a far dark spot. */
  const ground = (x: number, y: number): number => {
    const isShadow = x >= 80 && x < 100 && y >= 44 && y < 60;
    const isSpot = x >= 10 && x < 18 && y >= 44 && y < 52;
    return encodeExact(0.6 * (isShadow || isSpot ? 0.5 : 1));
  };
  const rasters = (): [photo: Raster, matte: Raster] => {
    const [photo, matte] = [emptyRaster(120, 80, 4), emptyRaster(120, 80, 1)];
    for (let i = 0; i < 120 * 80; i++) {
      const [x, y] = [i % 120, Math.floor(i / 120)];
      matte.data[i] = Number(matteAt(x, y) > 0);
      const value = matte.data[i] > 0 ? 0.2 : ground(x, y);
      photo.data.set([value, value, value, 1], i * 4);
    }
    return [photo, matte];
  };

  test('is found where light is missing beside the thing, and as much as is missing', () => {
    const dark = missingLight(...rasters(), ownShadowSchema.parse({ reach: 40, blur: 0 }), 1);
    expect(at(dark, 90, 52)[0]).toBeGreaterThan(0.4);
    expect(at(dark, 90, 52)[0]).toBeLessThan(0.56);
    expect(at(dark, 90, 20)[0]).toBeLessThan(0.02);
    // It touches nothing: a stain of the ground, not a shadow of the thing.
    expect(at(dark, 14, 48)[0]).toBeLessThan(0.02);
  });

  test('its strength scales it; a ground without one gives none', () => {
    const own = ownShadowSchema.parse({ reach: 40, blur: 0 });
    const [whole, half] = [1, 0.5].map((strength) => missingLight(...rasters(), { ...own, strength }, 1));
    expect(at(half, 90, 52)[0]).toBeCloseTo(at(whole, 90, 52)[0] / 2, 5);
    const [photo, matte] = rasters();
    photo.data.fill(0.5);
    for (let i = 3; i < photo.data.length; i += 4) photo.data[i] = 1;
    expect(Math.max(...missingLight(photo, matte, own, 1).data)).toBeLessThan(1e-3);
  });

  test('a black photograph, a clear one and a thing over all of it give numbers', () => {
    const own = ownShadowSchema.parse({});
    const [photo, matte] = rasters();
    for (const fill of [0, 1]) {
      photo.data.fill(fill);
      matte.data.fill(1 - fill);
      expect(missingLight(photo, matte, own, 1).data.every((value) => value >= 0 && value <= 1)).toBe(true);
    }
  });
});

test('photographs that go take the backdrop along; what is out of limits is refused', () => {
  const two = plainBackdrop({ plates: ['a', 'b'] });
  expect(backdropDocument.without!(two, (id) => id === 'a')).toMatchObject({ plates: ['b'] });
  expect(backdropDocument.without!(two, () => true)).toBeNull();
  expect(backdropDocument.without!(null, () => true)).toBeNull();
  expect(backdropSchema.safeParse({ plates: [] }).success).toBe(false);
  expect(backdropSchema.safeParse({ plates: ['a'], own: { reach: 0 } }).success).toBe(false);
});

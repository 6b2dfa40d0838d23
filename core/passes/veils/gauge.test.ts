import { emptyRaster, type Raster } from '../../pixels/raster';
import { moved, placedBounds } from '../../shape/affine';
import { pathBounds } from '../../shape/bounds';
import { transformPath } from '../../shape/path';
import { shippedFace } from '../../testing/faces';
import { letterCoverage } from '../../graph/cover';
import type { Letter } from '../../type/letters';
import { boxOf, seenPart } from './gauge';
import { rootlessParts, type MeasuredLetter } from './growth';
import { marginLimit, nearestMisreading, type Draw } from './misread';

const face = shippedFace('bowlby-one');
const place = moved(20, 120);

function setLetter(text: string): Letter {
  const [{ glyph }] = face.shape(text);
  const path = transformPath(face.outline(glyph), moved(0, 0, 100));
  return { start: 0, text, line: 0, path, bounds: pathBounds(path), colour: null };
}

/** What a letter is taken for when part of its box is hidden; `hides` is asked with fractions of the box. */
async function readWith(text: string, hides: (across: number, down: number) => boolean) {
  const letter = setLetter(text);
  const bounds = placedBounds(place, letter.bounds!);
  const whole = { region: { x: 0, y: 0, width: 200, height: 200 }, scale: 1 };
  const draw: Draw = (one) => Promise.resolve(letterCoverage(one, place, whole, placedBounds(place, one.bounds!))!);
  const part = await draw(letter, 1);
  const matte: Raster = emptyRaster(part.region.width, part.region.height, 1);
  for (let i = 0; i < matte.data.length; i++) {
    const x = part.region.x + (i % part.region.width) + 0.5;
    const y = part.region.y + Math.floor(i / part.region.width) + 0.5;
    matte.data[i] = Number(hides((x - bounds.x) / bounds.width, (y - bounds.y) / bounds.height));
  }
  return nearestMisreading(letter, draw, face, part.cover, seenPart(matte.data.length, [matte]), {
    region: part.region,
    scale: 1,
  });
}

test('an E whose lower bar is hidden can be read as an F; one whose stem is hidden a little cannot', async () => {
  const hidden = (await readWith('E', (_, down) => down > 0.66))!;
  expect(hidden.as).toBe('F');
  expect(hidden.margin).toBeLessThan(marginLimit);
  expect((await readWith('E', (across, down) => across < 0.2 && down < 0.3))!.margin).toBeGreaterThan(marginLimit);
});

test('a Q without its tail is an O; what is no letter is not compared', async () => {
  expect((await readWith('Q', (across, down) => across > 0.5 && down > 0.6))!.as).toMatch(/[OoCcGg0]/);
  expect(await readWith('!', () => false)).toBeNull();
});

test('a letter that is all hidden can be read as anything', async () => {
  expect((await readWith('A', () => true))!.margin).toBeLessThan(marginLimit);
});

/** A letter that fills a box of the sheet. */
function solid(text: string, x: number, y: number, width: number, height: number): MeasuredLetter {
  const cover = emptyRaster(width, height, 1);
  cover.data.fill(1);
  return { lettering: 'w', start: 0, text, region: { x, y, width, height }, cover };
}
const sheet = { x: 0, y: 0, width: 60, height: 40 };
function matteWith(...boxes: number[][]): Raster {
  const out = emptyRaster(60, 40, 1);
  for (const [left, top, width, height] of boxes)
    for (let y = top; y < top + height; y++) out.data.fill(1, y * 60 + left, y * 60 + left + width);
  return out;
}

test('a veil that begins inside a letter grows from nothing; one that comes from beside it or from the border does not', () => {
  const letter = solid('I', 10, 5, 20, 30);
  const over = { over: [letter], under: [] };
  expect(rootlessParts('v', matteWith([14, 10, 6, 6]), sheet, 0.5, over)).toEqual([
    { veil: 'v', text: 'I', place: [34, 26], area: 36 * 4 },
  ]);
  expect(rootlessParts('v', matteWith([4, 10, 16, 6]), sheet, 0.5, over)).toEqual([]);
  expect(rootlessParts('v', matteWith([0, 0, 60, 8]), sheet, 0.5, over)).toEqual([]);
  // Where the part that it grows from is woven behind the next letter, nothing is left to grow from.
  expect(
    rootlessParts('v', matteWith([25, 10, 20, 6]), sheet, 0.5, { over: [letter], under: [solid('L', 30, 5, 20, 30)] }),
  ).toHaveLength(1);
  // Grain is no veil.
  expect(rootlessParts('v', matteWith([14, 10, 2, 2]), sheet, 0.5, over)).toEqual([]);
});

test('the box of a veil is told in sheet px', () => {
  expect(boxOf(matteWith([14, 10, 6, 4]), sheet, 0.5)).toEqual({ x: 28, y: 20, width: 12, height: 8 });
  expect(boxOf(matteWith(), sheet, 0.5)).toBeNull();
});

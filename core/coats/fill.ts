import { blend } from '../kernels/blend';
import { readColour } from '../pixels/colour';
import { copyOf, emptyRaster, fillWith, type Raster } from '../pixels/raster';
import type { Region } from '../pixels/region';
import { ByteCache } from '../graph/cache';
import { contentKey } from '../graph/node';
import type { Letter } from '../type/letters';
import type { Materials } from '../graph/materials';
import { paintGradient } from './gradient';
import type { CoatGround } from './ground';
import { halftoneReach, paintHalftone } from './halftone';
import { paintPattern } from './pattern';
import { paintPictures } from './picture';
import { picturesOfCoat, type Coat, type PictureCoat } from './schema';

/** Whatever has coats, the first one lowest. */
export interface Coated {
  coats: readonly Coat[];
}

/** What a fill is made for: some letters that all coats take alike. */
export interface FillUnit {
  letters: readonly Letter[];
  /** Index of the first of them among the letters with ink. */
  number: number;
  /** Ink of all letters, of the unit's line and of its letter, lettering px. */
  boxes: Record<'word' | 'line' | 'letter', Region>;
}

/** Whether all coats together are one colour: then nothing needs to be painted px by px. */
export const isFlat = ({ coats }: Coated): boolean =>
  coats.every(({ kind, mode, reach }) => kind === 'solid' && mode === 'normal' && reach.kind === 'all');

/** How far around a region the fill must be known, output px. */
export function fillMargin({ coats }: Coated, capHeight: number, unit: number): number {
  return Math.ceil(
    coats.reduce(
      (most, coat) => (coat.kind === 'halftone' ? Math.max(most, halftoneReach(coat, capHeight) * unit) : most),
      0,
    ),
  );
}

function reaches({ reach }: Coat, letter: Letter): boolean {
  if (reach.kind === 'all') return true;
  return reach.kind === 'line' ? reach.line === letter.line : reach.at === letter.start;
}

/** The finest unit that any coat is laid out along, or reaches. */
export function unitOf({ coats }: Coated): 'word' | 'line' | 'letter' {
  const units = coats.flatMap((coat) => [
    coat.reach.kind === 'all' ? 'word' : coat.reach.kind,
    'span' in coat ? coat.span : 'word',
    ...(coat.kind === 'picture' ? pictureUnits(coat) : []),
  ]);
  if (units.includes('letter')) return 'letter';
  return units.includes('line') ? 'line' : 'word';
}

/** What a picture coat tells apart. */
const pictureUnits = ({ slips, more, by }: PictureCoat): string[] => [
  slips.length > 0 ? 'letter' : 'word',
  more.length > 0 && by !== 'cell' ? by : 'word',
];

/**
 * All coats over one another, not yet cut out by the letters: premultiplied encoded RGBA.
 * @param ground where; its region is grown by `fillMargin`
 * @param photoAt the photograph in a region of output px, slipped by so many sheet px
 * @param onto what coats with a blend mode are mixed with too; it is no part of the result
 */
export async function paintFill(
  ink: Coated,
  unit: FillUnit,
  ground: Omit<CoatGround, 'box' | 'below'>,
  materials: Materials,
  photoAt: (x: number, y: number) => Raster,
  onto: Raster | null = null,
): Promise<Raster> {
  const stack = emptyRaster(ground.region.width, ground.region.height, 4);
  const seen = onto && copyOf(onto);
  const [any] = unit.letters;
  for (const coat of ink.coats) {
    if (coat.opacity === 0 || !any || !reaches(coat, any)) continue;
    const box = unit.boxes['span' in coat ? coat.span : 'word'];
    const layer = await layerOf(coat, { ...ground, box, below: stack }, unit, materials, photoAt);
    const faded = coat.opacity === 1 ? layer : fadedBy(layer, coat.opacity);
    blend(stack, faded, coat.mode);
    if (seen) blend(seen, faded, coat.mode);
  }
  return onto && seen ? withoutBackdrop(seen, onto, stack) : stack;
}

function fadedBy(layer: Raster, opacity: number): Raster {
  const out = copyOf(layer);
  const { data } = out;
  for (let i = 0; i < data.length; i++) data[i] *= opacity;
  return out;
}

/**
 * Coats as a group that is not isolated, without its backdrop, so that laid over the backdrop it is what was mixed (W3C
 * Compositing and Blending Level 1, section 3.2).
 * @param mixed of backdrop and coats; changed in place
 * @param alone the coats by themselves: how much they cover
 */
function withoutBackdrop(mixed: Raster, backdrop: Raster, alone: Raster): Raster {
  for (let at = 0; at < mixed.data.length; at += 4) {
    const alpha = alone.data[at + 3];
    for (let c = 0; c < 3; c++) mixed.data[at + c] -= backdrop.data[at + c] * (1 - alpha);
    mixed.data[at + 3] = alpha;
  }
  return mixed;
}

/** Layers as they were last painted: while one coat is changed, the others need not be painted again. */
const lastLayers = new ByteCache<Raster>(48 * 1024 * 1024);

/** A coat's layer, painted anew only where it is not known. How it is laid on is no part of it. */
async function layerOf(
  coat: Coat,
  ground: CoatGround,
  unit: FillUnit,
  materials: Materials,
  photoAt: (x: number, y: number) => Raster,
): Promise<Raster> {
  // One colour is as soon painted as looked up; a screen follows what lies below, and the photo is another node's.
  if (coat.kind === 'solid' || coat.kind === 'halftone' || coat.kind === 'plate')
    return paintCoat(coat, ground, unit, materials, photoAt);
  const { region, scale, box, toLettering, warp, capHeight, sheet } = ground;
  const pictures = picturesOfCoat(coat).map((asset) => materials.picture(asset).key);
  const key = contentKey(
    { ...coat, opacity: 1, mode: 'normal', reach: null },
    pictures,
    region,
    scale,
    box,
    toLettering,
    warp?.key,
    capHeight,
    sheet,
    coat.kind === 'picture' && [unit.number, unit.letters[0].start, unit.letters[0].line],
  );
  const known = lastLayers.get(key);
  if (known) return known;
  const layer = await paintCoat(coat, ground, unit, materials, photoAt);
  lastLayers.set(key, layer, layer.data.byteLength);
  return layer;
}

function paintCoat(
  coat: Coat,
  ground: CoatGround,
  { letters: [letter], number }: FillUnit,
  materials: Materials,
  photoAt: (x: number, y: number) => Raster,
): Raster | Promise<Raster> {
  switch (coat.kind) {
    case 'solid':
      return oneColour(coat.colour, ground.region);
    case 'gradient':
      return paintGradient(coat, ground);
    case 'pattern':
      return paintPattern(coat, ground);
    case 'halftone':
      return paintHalftone(coat, ground);
    case 'plate':
      return photoAt(coat.x, coat.y);
    case 'picture':
      return paintPictures(
        coat,
        { start: letter.start, number, line: letter.line },
        (asset) => materials.picture(asset),
        ground,
      );
  }
}

function oneColour(css: string, { width, height }: Region): Raster {
  const [red, green, blue, alpha] = readColour(css);
  const out = emptyRaster(width, height, 4);
  fillWith(out, [red * alpha, green * alpha, blue * alpha, alpha]);
  return out;
}

/** A fill cut out by the coverage of what it fills. */
export function cutFill(fill: Raster, cover: Raster): Raster {
  const out = emptyRaster(fill.width, fill.height, 4);
  const { data } = out;
  const { data: painted } = fill;
  const { data: shares } = cover;
  for (let i = 0, at = 0; i < shares.length; i++, at += 4) {
    const share = shares[i];
    if (share <= 0) continue;
    data[at] = painted[at] * share;
    data[at + 1] = painted[at + 1] * share;
    data[at + 2] = painted[at + 2] * share;
    data[at + 3] = painted[at + 3] * share;
  }
  return out;
}

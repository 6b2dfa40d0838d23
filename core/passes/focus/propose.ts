import type { Focus } from '../../survey/focus';
import type { Grain } from '../../survey/grain';
import type { PlacedPhotograph } from '../../survey/placed';
import type { Point } from '../../shape/affine';
import { rounded } from '../../shape/rounding';
import type { Letters } from '../../type/letters';
import { standingBox } from '../../type/standing';
import { sigmaAt } from './grain';
import { grainLike, type Noise } from './measure';
import { blurSchema, grainSchema, type Blur, type LetterGrain } from './schema';

/** Less sure than this, a photograph's edges tell nothing of its focus. */
const sure = 0.05;
/** Where nothing is sharper than this part of the photograph's longer side, it has no hard edges: folds and shadows tell nothing. */
const noEdges = 1 / 600;
/** Soft shadows and folds only ever read too soft: of the cells, this quantile is believed. */
const believed = 0.25;
/** Surer than this, a photograph's grain is known. */
const sureOfGrain = 0.5;
/** Letters are drawn as sharp as px allow: an edge that covers px in part has this sigma. */
const ofPixels = 0.29;

/** Which cell of a map a place of the sheet falls into. @param offset, scale where the photograph lies; @param size its own px */
const cellOf = (sheet: number, offset: number, scale: number, size: number, cells: number): number =>
  Math.floor((((sheet - offset) / scale) * cells) / size);

/** The focus of the photograph along the foot of letters: where they touch what they stand on. Sheet px; null: it cannot tell. */
export function focusAt(found: Focus | null, letters: Letters, photograph: PlacedPhotograph): number | null {
  if (!found || found.confidence < sure) return null;
  const box = standingBox(letters);
  if (!box) return null;
  if (found.sharpest > noEdges * Math.max(photograph.width, photograph.height)) return null;
  const { map } = found;
  const column = (x: number): number => cellOf(x, photograph.x, photograph.scale, photograph.width, map.width);
  const row = (y: number): number => cellOf(y, photograph.y, photograph.scale, photograph.height, map.height);
  const values: number[] = [];
  const held = (value: number, count: number): number => Math.min(count - 1, Math.max(0, value));
  for (let y = held(row(box.y + 0.75 * box.height), map.height); y <= held(row(box.y + box.height), map.height); y++)
    for (let x = held(column(box.x), map.width); x <= held(column(box.x + box.width), map.width); x++)
      values.push(map.values[y * map.width + x]);
  if (values.length === 0) return null;
  values.sort((a, b) => a - b);
  return values[Math.floor(believed * (values.length - 1))] * photograph.scale;
}

/** The focus of the photograph at one place that somebody points at. @param at sheet px @returns sheet px; null: it cannot tell */
export function focusAtPlace(found: Focus | null, [x, y]: Point, photograph: PlacedPhotograph): number | null {
  if (!found) return null;
  const { map } = found;
  const column = cellOf(x, photograph.x, photograph.scale, photograph.width, map.width);
  const row = cellOf(y, photograph.y, photograph.scale, photograph.height, map.height);
  if (column < 0 || row < 0 || column >= map.width || row >= map.height) return null;
  return map.values[row * map.width + column] * photograph.scale;
}

/** As soft as the photograph where the letters stand. */
export function proposeBlur(sigma: number | null): Blur | null {
  if (sigma === null) return null;
  const own = Math.sqrt(Math.max(0, sigma * sigma - ofPixels * ofPixels));
  return blurSchema.parse({ sigma: rounded(own, 2) });
}

/**
 * As grainy as the photograph near the letters, less what they have already of the grain that they lie on.
 * @param inside measured without grain of their own
 */
export function proposeGrain(around: Noise | null, inside: Noise | null, found: Grain | null): LetterGrain | null {
  if (!around) return null;
  const lacks = (wanted: number, has: number): number => Math.sqrt(Math.max(0, wanted * wanted - has * has));
  const fine = lacks(around.fine, inside?.fine ?? 0);
  const coarse = lacks(around.coarse, inside?.coarse ?? 0);
  const { size, sigma } = grainLike({ fine, coarse });
  // By brightness as the whole photograph has it, as strong as it is here.
  const bands = found?.bands.filter((band) => band.sigma !== null) ?? [];
  const nearest = (tone: number): number | null => {
    const [best] = [...bands].sort((a, b) => Math.abs(a.tone - tone) - Math.abs(b.tone - tone));
    return best?.sigma ?? null;
  };
  const shape = { dark: nearest(0.1) ?? 1, middle: nearest(0.5) ?? 1, light: nearest(0.9) ?? 1 };
  const here = sigmaAt(shape, around.tone);
  // What is stronger near by than the photograph's own grain is texture of what it shows: letters do not have that.
  const own =
    found && found.confidence > sureOfGrain && bands.length > 0
      ? lacks(here, inside ? grainLike(inside).sigma : 0)
      : Infinity;
  const factor = here > 0 ? Math.min(sigma, own) / here : 0;
  const held = (value: number): number => rounded(Math.min(60, value * factor), 2);
  return grainSchema.parse({
    dark: held(shape.dark),
    middle: held(shape.middle),
    light: held(shape.light),
    size: rounded(size, 2),
  });
}

import type { Focus } from '../../survey/focus';
import type { Grain } from '../../survey/grain';
import type { PlacedPhotograph } from '../../survey/placed';
import { lineThrough } from '../../survey/statistics';
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
  const held = (value: number, count: number): number => Math.min(count - 1, Math.max(0, value));
  const sigma = believedIn(
    map,
    [held(column(box.x), map.width), held(column(box.x + box.width), map.width)],
    [held(row(box.y + 0.75 * box.height), map.height), held(row(box.y + box.height), map.height)],
  );
  return sigma === null ? null : sigma * photograph.scale;
}

/** What is believed of the cells from one column and row to another; null where there are none. */
function believedIn(
  { width, values }: Focus['map'],
  [left, right]: readonly [number, number],
  [top, bottom]: readonly [number, number],
): number | null {
  const found: number[] = [];
  for (let y = top; y <= bottom; y++) for (let x = left; x <= right; x++) found.push(values[y * width + x]);
  found.sort((a, b) => a - b);
  return found[Math.floor(believed * (found.length - 1))] ?? null;
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

/** A line is looked at in so many places, and around each in cells this far off: soft ones are not believed. */
const [stops, aside] = [25, 1];

/** How the blur of the photograph changes along a line; sheet px. */
export interface FocusAlong {
  first: number;
  last: number;
  /** It is in focus somewhere between. */
  through: boolean;
  /** How far what was measured is off it, root of the mean square. */
  off: number;
}

/**
 * How the blur changes along a line on something that recedes: evenly, as one over the distance does, and through 0 where
 * the line passes what is in focus. Of both ways to see it the one that is nearer to what was measured (least squares).
 * @returns null where the photograph cannot tell
 */
export function focusAlong(
  found: Focus | null,
  from: Point,
  to: Point,
  photograph: PlacedPhotograph,
): FocusAlong | null {
  if (!found) return null;
  const seen = Array.from({ length: stops }, (_, i): [number, number][] => {
    const t = i / (stops - 1);
    const sigma = believedAround(found, [from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t], photograph);
    return sigma === null ? [] : [[t, sigma]];
  }).flat();
  if (seen.length < stops / 2) return null;
  // Where the sign changes: nowhere, or between two places.
  const ways = [seen.length, ...seen.map((_, k) => k).slice(2, -2)].map((turn) =>
    lineThrough(seen.map(([t, sigma], k) => [t, k < turn ? sigma : -sigma])),
  );
  const best = ways.reduce((least, way) => (way.rest < least.rest ? way : least));
  const [first, last] = [best.at(0), best.at(1)];
  const through = first * last < 0;
  return {
    first: rounded(Math.abs(first), 2),
    last: rounded(through ? Math.abs(last) : Math.max(0, last), 2),
    through,
    off: best.rest,
  };
}

/** What is believed of the cells around a place. */
function believedAround({ map }: Focus, [x, y]: Point, photograph: PlacedPhotograph): number | null {
  const column = cellOf(x, photograph.x, photograph.scale, photograph.width, map.width);
  const row = cellOf(y, photograph.y, photograph.scale, photograph.height, map.height);
  const around = (cell: number, count: number) =>
    [Math.max(0, cell - aside), Math.min(count - 1, cell + aside)] as const;
  const sigma = believedIn(map, around(column, map.width), around(row, map.height));
  return sigma === null ? null : sigma * photograph.scale;
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

import { readColour } from '../pixels/colour';
import { emptyRaster, type Raster } from '../pixels/raster';
import { decode } from '../pixels/transfer';
import { apply, inverse } from '../shape/affine';
import { eachPlace, type CoatGround } from './ground';
import type { HalftoneCoat } from './schema';

/** Looked up once: the loops are hot. */
const { acos, min, max, round, abs, cos, sin, floor, sqrt, PI } = Math;

/** How far around a region the coats below must be known, lettering px. */
export const halftoneReach = ({ pitch }: HalftoneCoat, capHeight: number): number => 1.5 * pitch * capHeight;

/** Dots or lines as large as the coats below are dark: the printed area is the missing light. */
export function paintHalftone(coat: HalftoneCoat, place: CoatGround): Raster {
  const { region, toLettering, warp, unit, capHeight } = place;
  const below = coat.of === 'picture' && place.picture ? place.picture : place.below;
  const out = emptyRaster(region.width, region.height, 4);
  const pitch = coat.pitch * capHeight || 1;
  const radians = (coat.angle * PI) / 180;
  const [dx, dy] = [cos(radians) / pitch, sin(radians) / pitch];
  const px = 1 / (pitch * unit);
  const ink = readColour(coat.colour);
  const ground = coat.ground === null ? [0, 0, 0, 0] : readColour(coat.ground);
  const back = inverse(toLettering);
  /** The tone of the coats below at a place of the screen, in pitches: 0 black, 1 white. */
  const toneAt = (u: number, v: number): number => {
    const [lx, ly] = [(u * dx - v * dy) * pitch * pitch, (u * dy + v * dx) * pitch * pitch];
    const [ox, oy] = apply(back, warp ? warp.forward([lx, ly]) : [lx, ly]);
    const column = min(region.width - 1, max(0, floor(ox) - region.x));
    const row = min(region.height - 1, max(0, floor(oy) - region.y));
    const at = (row * region.width + column) * 4;
    const alpha = below.data[at + 3];
    if (alpha <= 0) return 1;
    const light =
      0.2126 * decode(below.data[at] / alpha) +
      0.7152 * decode(below.data[at + 1] / alpha) +
      0.0722 * decode(below.data[at + 2] / alpha);
    return min(1, max(0, (light * alpha + 1 - alpha - 0.5) * coat.contrast + 0.5));
  };
  const smoothTone = betweenCells(toneAt);
  const isDots = coat.motif === 'dots';
  const [red, green, blue, alpha] = premultiplied(ground);
  const [moreRed, moreGreen, moreBlue, moreAlpha] = premultiplied(ink).map(
    (value, c) => value - [red, green, blue, alpha][c],
  );
  const { data } = out;
  eachPlace(place, (x, y, at) => {
    const u = x * dx + y * dy;
    const v = y * dx - x * dy;
    const share = isDots ? dotAt(u, v, px, 1 - smoothTone(u, v)) : lineAt(u, v, px, toneAt);
    data[at] = red + moreRed * share;
    data[at + 1] = green + moreGreen * share;
    data[at + 2] = blue + moreBlue * share;
    data[at + 3] = alpha + moreAlpha * share;
  });
  return out;
}

const premultiplied = ([red, green, blue, alpha]: readonly number[]): number[] => [
  red * alpha,
  green * alpha,
  blue * alpha,
  alpha,
];

const clamp = (value: number): number => min(1, max(0, value));

/** A period of the sine and a quarter more, so that the cosine is read from it too. */
const periodSteps = 2048;
const sines = Float64Array.from({ length: periodSteps * 1.25 + 2 }, (_, i) => sin((2 * PI * i) / periodSteps));

/** The sine of so many whole turns, to 1.2e-6: between the table's values. */
function sineOf(turns: number, ahead: number): number {
  const at = (turns - floor(turns)) * periodSteps + ahead;
  const i = at | 0;
  return sines[i] + (sines[i + 1] - sines[i]) * (at - i);
}
const quarterTurn = periodSteps / 4;

/**
 * The tone between the middles of the cells around a place, bilinear: so no cell ends hard beside another. Places are
 * asked for side by side, so the last cell's corners are kept.
 */
function betweenCells(toneAt: (u: number, v: number) => number): (u: number, v: number) => number {
  let [column, row] = [NaN, NaN];
  let [a, b, c, d] = [0, 0, 0, 0];
  return (u, v) => {
    const left = floor(u);
    const top = floor(v);
    if (left !== column || top !== row) {
      [column, row] = [left, top];
      [a, b, c, d] = [toneAt(left, top), toneAt(left + 1, top), toneAt(left, top + 1), toneAt(left + 1, top + 1)];
    }
    const x = u - left;
    const y = v - top;
    return (a * (1 - x) + b * x) * (1 - y) + (c * (1 - x) + d * x) * y;
  };
}

/**
 * The height of the screen's hill above which a share of a cell's area lies, for shares in even steps: the area where
 * (cos a + cos b) / 2 is above t is 1 / pi^2 times the integral of acos(2 t - cos a) over a from 0 to pi.
 */
function allHeights(): Float64Array {
  const [steps, parts] = [1024, 512];
  const cosines = Float64Array.from({ length: parts }, (_, i) => cos(((i + 0.5) / parts) * PI));
  const areaAbove = (t: number): number => {
    let sum = 0;
    for (let i = 0; i < parts; i++) sum += acos(max(-1, min(1, 2 * t - cosines[i])));
    return sum / parts / PI;
  };
  // The hill is its own valley turned over: what is known above the middle holds below it.
  const known = Float64Array.from({ length: 2 * steps + 1 }, (_, i) => areaAbove(i / (2 * steps)));
  const heights = new Float64Array(steps + 1);
  for (let step = 0, i = 2 * steps; step <= steps / 2; step++) {
    const share = step / steps;
    while (i > 1 && known[i - 1] < share) i--;
    const height = (i - (share - known[i]) / (known[i - 1] - known[i] || 1)) / (2 * steps);
    heights[step] = min(1, max(0, height));
    heights[steps - step] = -heights[step];
  }
  return heights;
}

/** Worked out for the first halftone: most pieces have none. */
let heights: Float64Array | null = null;

function heightOf(share: number): number {
  heights ??= allHeights();
  const at = share * (heights.length - 1);
  const below = min(heights.length - 2, floor(at));
  return heights[below] + (heights[below + 1] - heights[below]) * (at - below);
}

/** Where a px is this large, pitches, dots begin to be finer than it can show, and where they are only a tone. */
const [fadeFrom, fadeTo] = [0.4, 0.8];

/**
 * Dark dots that grow on light until they meet at their corners at half the area, and leave light dots beyond: where
 * the hill (cos 2 pi u + cos 2 pi v) / 2 is above the height that leaves the area asked for.
 */
function dotAt(u: number, v: number, px: number, dark: number): number {
  if (dark <= 0 || dark >= 1) return clamp(dark);
  if (px >= fadeTo) return dark;
  const above = (sineOf(u, quarterTurn) + sineOf(v, quarterTurn)) / 2 - heightOf(dark);
  // How far off the edge is: by the slope there, which is none on hill tops and in the passes between them.
  const across = sineOf(u, 0);
  const down = sineOf(v, 0);
  const slope = max(PI * sqrt(across * across + down * down), 0.5);
  const dot = clamp(above / (slope * px) + 0.5);
  const tone = clamp((px - fadeFrom) / (fadeTo - fadeFrom));
  return dot + (dark - dot) * tone;
}

function lineAt(u: number, v: number, px: number, toneAt: (u: number, v: number) => number): number {
  const line = round(v);
  return clamp(((1 - toneAt(u, line)) / 2 - abs(v - line)) / px + 0.5);
}

import type { Displacement } from '../schema';
import { partOf, type LawScene } from './part';

/** Looked up once: these loops are hot. */
const { max, min, round, sqrt } = Math;

/**
 * Letters as a print lies on a surface, seen by the lens. A point raised by h is seen (p - c) h / (far - h) farther from
 * the point c before the lens, so at p the surface's point c + (p - c)(far - h) / far is seen; and from the letters' middle
 * the print is measured along the surface, along rows and along columns, by sqrt(1 + slope^2).
 * @returns `from - place`, grid px, row by row
 */
export function alongSurface(
  { length, view }: Pick<Displacement, 'length' | 'view'>,
  { map, region, height: rise, centre, anchor, far }: LawScene,
): { across: Float32Array; down: Float32Array } {
  const { width, height } = region;
  const heights = partOf(map, region).data;
  let sum = 0;
  for (let i = 0; i < heights.length; i++) sum += heights[i] *= rise;
  // The flat letters lie at the surface's mean height.
  const mean = sum / max(1, heights.length);
  const across = new Float32Array(width * height);
  const down = new Float32Array(width * height);
  for (let y = 0, i = 0; y < height; y++) {
    const py = region.y + y + 0.5 - centre[1];
    for (let x = 0; x < width; x++, i++) {
      const away = (view * (heights[i] - mean)) / far;
      across[i] = -(region.x + x + 0.5 - centre[0]) * away;
      down[i] = -py * away;
    }
  }
  if (length > 0) {
    const [seenAcross, seenDown] = [across.slice(), down.slice()];
    const column = min(width - 1, max(0, round(anchor[0] - region.x - 0.5)));
    const row = min(height - 1, max(0, round(anchor[1] - region.y - 0.5)));
    for (let y = 0; y < height; y++) measure(across, heights, y * width, 1, width, column, length);
    for (let x = 0; x < width; x++) measure(down, heights, x, width, height, row, length);
    evenOut(across, seenAcross, width, height, 1, width);
    evenOut(down, seenDown, height, width, width, 1);
  }
  return { across, down };
}

/**
 * The letters were set as large as they are wanted: of the length along the surface only what is uneven is kept, without
 * the straight line through it (least squares).
 * @param count places along the line, `step` apart; `lines` of them, `apart` from one another
 */
function evenOut(
  shifts: Float32Array,
  seen: Float32Array,
  count: number,
  lines: number,
  step: number,
  apart: number,
): void {
  const longer = new Float64Array(count);
  for (let line = 0; line < lines; line++)
    for (let place = 0, i = line * apart; place < count; place++, i += step) longer[place] += shifts[i] - seen[i];
  let [sum, square, value, product] = [0, 0, 0, 0];
  for (let place = 0; place < count; place++) {
    const mean = longer[place] / lines;
    sum += place;
    square += place * place;
    value += mean;
    product += place * mean;
  }
  const slope = (count * product - sum * value) / max(1, count * square - sum * sum);
  const start = (value - slope * sum) / max(1, count);
  for (let line = 0; line < lines; line++)
    for (let place = 0, i = line * apart; place < count; place++, i += step) shifts[i] -= start + slope * place;
}

/** Adds to shifts along a line how much longer the surface is than it looks, from one place outwards. */
function measure(
  shifts: Float32Array,
  heights: Float32Array,
  start: number,
  step: number,
  count: number,
  anchor: number,
  length: number,
): void {
  for (const by of [1, -1] as const) {
    let longer = 0;
    const end = by === 1 ? count : -1;
    let before = shifts[start + anchor * step];
    for (let place = anchor + by; place !== end; place += by) {
      const at = start + place * step;
      const own = shifts[at];
      // What is seen from one place to the next, on the plane of the flat letters.
      const seen = max(0, 1 + (own - before) * by);
      const rise = length * (heights[at] - heights[at - by * step]);
      longer += sqrt(seen * seen + rise * rise) - seen;
      before = own;
      shifts[at] = own + longer * by;
    }
  }
}

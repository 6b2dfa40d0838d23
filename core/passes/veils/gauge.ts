import { boxWhere } from '../../pixels/boxWhere';
import type { Raster } from '../../pixels/raster';
import { scaleRegion, type Region } from '../../pixels/region';
import type { Point } from '../../shape/affine';

/** How much of one letter is still seen. */
export interface LetterLeft {
  lettering: string;
  /** Index of the letter's first UTF-16 unit. */
  start: number;
  text: string;
  /** Fraction of its ink, 0..1. */
  left: number;
}

/** Below this share a letter is hard to read. */
export const leftLimit = 0.35;

/** What veils leave of each px, 1 where they hide nothing. All rasters show the same region. */
export function seenPart(length: number, mattes: readonly Raster[]): Float32Array {
  const seen = new Float32Array(length).fill(1);
  for (const { data } of mattes) for (let i = 0; i < length; i++) seen[i] *= 1 - data[i];
  return seen;
}

/** The share of a coverage that is left when veils lie over it. @param left see `seenPart` */
export function shareLeft(cover: Raster, left: Float32Array): number {
  let whole = 0;
  let seen = 0;
  for (let i = 0; i < cover.data.length; i++) {
    const ink = cover.data[i];
    if (ink === 0) continue;
    whole += ink;
    seen += ink * left[i];
  }
  return whole === 0 ? 1 : seen / whole;
}

/** A crossing of a veil and a letter, as it was measured. */
export interface MeasuredCrossing {
  veil: string;
  lettering: string;
  /** Index of the letter's first UTF-16 unit. */
  at: number;
  text: string;
  /** Whether the veil lies over the letter. */
  over: boolean;
  /** Where the two cross most, sheet px. */
  place: Point;
  /** Fraction of the letter's ink that they share. */
  share: number;
}

/** A crossing of less than this share of the letter's ink is a sliver: too small to look meant. */
export const sliverLimit = 0.02;

/** Less than this share of a letter is no crossing. */
const leastShare = 0.002;

/**
 * Where a letter and a veil cross; null where they do not.
 * @param cover the letter, and @param matte the veil; both lie at `region`, px of the scale that is measured at
 */
export function crossingOf(
  cover: Raster,
  matte: Raster,
  region: Region,
  scale: number,
): Pick<MeasuredCrossing, 'place' | 'share'> | null {
  let [ink, both, x, y] = [0, 0, 0, 0];
  for (let row = 0, i = 0; row < region.height; row++) {
    for (let column = 0; column < region.width; column++, i++) {
      ink += cover.data[i];
      const shared = cover.data[i] * matte.data[i];
      both += shared;
      x += shared * column;
      y += shared * row;
    }
  }
  if (ink === 0 || both < ink * leastShare || both < 0.5) return null;
  const [column, row] = nearestShared(cover, matte, region, x / both, y / both);
  return { place: [(region.x + column + 0.5) / scale, (region.y + row + 0.5) / scale], share: both / ink };
}

/**
 * The box of what a matte covers at least by half. @param region where it lies; @returns sheet px, null where it covers
 * nothing
 */
export function boxOf({ data }: Raster, region: Region, scale: number): Region | null {
  const box = boxWhere(region, (i) => data[i] >= 0.5);
  return box && scaleRegion(box, 1 / scale);
}

/** The px nearest to a place in which both are. */
function nearestShared(cover: Raster, matte: Raster, { width, height }: Region, x: number, y: number): Point {
  let best: Point = [Math.round(x), Math.round(y)];
  let least = Infinity;
  for (let row = 0, i = 0; row < height; row++) {
    for (let column = 0; column < width; column++, i++) {
      if (cover.data[i] * matte.data[i] < 0.25) continue;
      const square = (column - x) ** 2 + (row - y) ** 2;
      if (square >= least) continue;
      least = square;
      best = [column, row];
    }
  }
  return best;
}

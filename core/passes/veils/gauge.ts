import type { Raster } from '../../pixels/raster';

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

/** The share of a coverage that is left when veils lie over it. All rasters show the same region. */
export function shareLeft(cover: Raster, mattes: readonly Raster[]): number {
  let whole = 0;
  let seen = 0;
  for (let i = 0; i < cover.data.length; i++) {
    const ink = cover.data[i];
    if (ink === 0) continue;
    whole += ink;
    seen += mattes.reduce((rest, matte) => rest * (1 - matte.data[i]), ink);
  }
  return whole === 0 ? 1 : seen / whole;
}

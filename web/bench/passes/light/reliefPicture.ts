import { reliefFromShading, type Direction } from '../../../../core/survey/relief';
import type { CoarseView } from '../../../../core/survey/view';

/** A relief as a picture of greys: white is high. */
export interface ReliefPicture {
  width: number;
  height: number;
  /** RGBA. */
  pixels: Uint8ClampedArray<ArrayBuffer>;
  /** How high white is, plate px. */
  highest: number;
}

/** So many of the heights are no higher than white. */
const whiteShare = 0.99;

/** The relief that a photograph has in a light, to be looked at. */
export function reliefPicture(view: CoarseView, light: Direction): ReliefPicture {
  const { width, height, heights } = reliefFromShading(view, light);
  const sorted = heights.slice().sort();
  const highest = Math.max(1e-6, sorted[Math.floor(whiteShare * (sorted.length - 1))]);
  const pixels = new Uint8ClampedArray(width * height * 4);
  for (let i = 0, at = 0; i < heights.length; i++, at += 4) {
    pixels[at] = pixels[at + 1] = pixels[at + 2] = (255 * heights[i]) / highest;
    pixels[at + 3] = 255;
  }
  return { width, height, pixels, highest };
}

import { hats } from '../../../kernels/closing';
import type { OklabPlanes } from '../../../pixels/oklabPlanes';
import { TileGrid } from './tileGrid';

/** Looked up once: these loops are hot. */
const { abs, floor, max, min, sqrt } = Math;

/** How far apart chroma counts beside lightness; and what is too little to be seen, Oklab. */
const [chromaWeight, unseen] = [1.5, 0.004];

/**
 * How much each px stands out as part of something thin: darker or lighter than all that can be filled from around it
 * (closing and opening; Serra 1982), on the side on which it differs from the ground near by.
 * @param reach things up to 2 reach px wide are thin
 * @returns Oklab, 0 where nothing is thin
 */
export function thinness(planes: OklabPlanes, width: number, height: number, reach: number): Float32Array<ArrayBuffer> {
  const out = new Float32Array(width * height);
  const grid = new TileGrid(width, height);
  planes.forEach((plane, c) => {
    const ground = grid.around(grid.quantiles(plane, 0.5), 2, 0.5);
    const { dark, light } = hats(plane, width, height, reach);
    const weight = c === 0 ? 1 : chromaWeight;
    for (let y = 0, i = 0; y < height; y++) {
      for (let x = 0; x < width; x++, i++) {
        if (dark[i] < unseen && light[i] < unseen) continue;
        const off = plane[i] - grid.at(ground, x, y);
        const own = weight * min(off < 0 ? dark[i] : light[i], 1.2 * abs(off));
        out[i] += own * own;
      }
    }
  });
  for (let i = 0; i < out.length; i++) out[i] = sqrt(out[i]);
  return out;
}

/** Colours are told apart in so many steps of lightness, and steps of chroma of this size (Oklab). */
const [lightSteps, chromaStep, chromaSteps] = [12, 0.05, 20];
export const colourBins = lightSteps * chromaSteps * chromaSteps;

/** The bin of a colour. */
export function binOf(lightness: number, a: number, b: number): number {
  const step = (value: number): number => min(chromaSteps - 1, max(0, floor(value / chromaStep + chromaSteps / 2)));
  return (min(lightSteps - 1, max(0, floor(lightness * lightSteps))) * chromaSteps + step(a)) * chromaSteps + step(b);
}

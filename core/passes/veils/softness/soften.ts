import { blurMargin, blurRegion } from '../../../kernels/blur';
import { tilesOver } from '../../../graph/tiles';
import { crop, emptyRaster, isEven, put, type Raster } from '../../../pixels/raster';
import { grow, intersect, type Region } from '../../../pixels/region';
import type { Affine } from '../../../shape/affine';
import type { Softness } from '../schema';

/** The sigmas that are worked out; what lies between them is mixed. */
const ratio = 1.5;
const leastSigma = 0.35;
/**
 * Distance of the places at which sigma is looked up, output px; they lie at the same places of the sheet for every
 * region.
 */
const grid = 8;

/** The largest sigma of a profile, plate px. */
export const softest = ({ profile, factor }: Softness): number =>
  profile.reduce((most, [, , sigma]) => Math.max(most, sigma), 0) * factor;

/** How far around a region the cut must be known, output px. */
export const softenMargin = (softness: Softness, { a }: Affine): number => blurMargin(softest(softness) * a);

/** A cut is softened in blocks of so many px: most of them are all veil, or none. */
const block = 64;

/**
 * Blurs a cut by as much as the photo's edge is soft at that place.
 * @param cut one channel, lying at `grow(region, softenMargin)`
 * @param toOutput plate px to output px
 */
export function soften(cut: Raster, region: Region, softness: Softness, toOutput: Affine): Raster {
  const margin = softenMargin(softness, toOutput);
  const wide = grow(region, margin);
  const out = emptyRaster(region.width, region.height, 1);
  for (const part of tilesOver(region, region, block)) {
    const lying = grow(part, margin);
    const own = crop(cut, wide, lying);
    // What is even stays so, however it is blurred.
    const soft = isEven(own) ? crop(own, lying, part) : softenBlock(own, lying, part, softness, toOutput);
    put(out, region, soft, part);
  }
  return out;
}

/** @param cut lying at `wide` */
function softenBlock(cut: Raster, wide: Region, region: Region, softness: Softness, toOutput: Affine): Raster {
  const sigmas = sigmaMap(region, { ...softness, profile: nearProfile(region, softness, toOutput) }, toOutput);
  const most = sigmas.data.reduce((a, b) => Math.max(a, b), 0);
  const least = sigmas.data.reduce((a, b) => Math.min(a, b), Infinity);
  const steps: number[] = [0];
  for (let sigma = leastSigma; ; sigma *= ratio) {
    steps.push(sigma);
    if (sigma >= most) break;
  }
  const from = Math.max(
    0,
    steps.findLastIndex((sigma) => sigma <= least),
  );
  const used = steps.slice(from);
  const blurred = used.map((sigma) => {
    if (sigma === 0) return crop(cut, wide, region);
    const lying = intersect(wide, grow(region, blurMargin(sigma)))!;
    return blurRegion(crop(cut, wide, lying), lying, region, sigma);
  });
  const out = emptyRaster(region.width, region.height, 1);
  for (let i = 0; i < out.data.length; i++) {
    const sigma = sigmas.data[i];
    let k = 0;
    while (k < used.length - 2 && used[k + 1] < sigma) k++;
    const next = Math.min(used.length - 1, k + 1);
    const share = next === k ? 0 : Math.min(1, Math.max(0, (sigma - used[k]) / (used[next] - used[k])));
    out.data[i] = blurred[k].data[i] * (1 - share) + blurred[next].data[i] * share;
  }
  return out;
}

/** What lies this much farther away than the nearest places has no say beside them, plate px. */
const farther = 64;

/** The places of a profile that have a say in a region. */
function nearProfile(region: Region, { profile }: Softness, { a, d, e, f }: Affine): Softness['profile'] {
  const [left, top] = [(region.x - e) / a, (region.y - f) / d];
  const [right, bottom] = [left + region.width / a, top + region.height / d];
  const squares = profile.map(([x, y]) => {
    const [dx, dy] = [Math.max(left - x, 0, x - right), Math.max(top - y, 0, y - bottom)];
    return dx * dx + dy * dy;
  });
  const nearest = Math.sqrt(squares.reduce((least, one) => Math.min(least, one), Infinity));
  const limit = (2 * nearest + farther) ** 2;
  return profile.filter((_, i) => squares[i] <= limit);
}

/** Sigma at each px, output px: that of the places of the profile that are near, weighted by their distance. */
function sigmaMap(region: Region, { profile, factor }: Softness, toOutput: Affine): Raster {
  const [left, top] = [Math.floor(region.x / grid), Math.floor(region.y / grid)];
  const columns = Math.floor((region.x + region.width) / grid) - left + 2;
  const rows = Math.floor((region.y + region.height) / grid) - top + 2;
  const coarse = new Float32Array(columns * rows);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const x = ((left + column) * grid - toOutput.e) / toOutput.a;
      const y = ((top + row) * grid - toOutput.f) / toOutput.d;
      let sum = 0;
      let weights = 0;
      for (const [px, py, sigma] of profile) {
        const square = (px - x) * (px - x) + (py - y) * (py - y) + 4;
        const weight = 1 / (square * square);
        sum += weight * sigma;
        weights += weight;
      }
      coarse[row * columns + column] = weights > 0 ? (sum / weights) * factor * toOutput.a : 0;
    }
  }
  const out = emptyRaster(region.width, region.height, 1);
  for (let y = 0, i = 0; y < region.height; y++) {
    const down = (region.y + y) / grid - top;
    const row = Math.floor(down);
    const t = down - row;
    for (let x = 0; x < region.width; x++, i++) {
      const across = (region.x + x) / grid - left;
      const column = Math.floor(across);
      const s = across - column;
      const at = row * columns + column;
      const above = coarse[at] + (coarse[at + 1] - coarse[at]) * s;
      const below = coarse[at + columns] + (coarse[at + columns + 1] - coarse[at + columns]) * s;
      out.data[i] = above + (below - above) * t;
    }
  }
  return out;
}

import { blurMargin, blurRegion } from '../../../kernels/blur';
import { tilesOver } from '../../../graph/tiles';
import { memoize } from '../../../graph/memoize';
import { emptyRaster, type Raster } from '../../../pixels/raster';
import { grow, type Region } from '../../../pixels/region';
import type { Affine } from '../../../shape/affine';
import type { Softness } from '../schema';

/** Looked up once: these loops are hot. */
const { floor, max, min, sqrt } = Math;

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
    const even = evenIn(cut, wide, grow(part, margin));
    // What is even stays so, however it is blurred.
    if (even === null) softenBlock(cut, wide, part, softness, toOutput, out, region);
    else if (even !== 0) fill(out, region, part, even);
  }
  return out;
}

/** The one value of a part of a raster; null where it has several. @param lying where the raster lies */
function evenIn({ data, width }: Raster, lying: Region, part: Region): number | null {
  const start = (part.y - lying.y) * width + part.x - lying.x;
  const first = data[start];
  for (let y = 0, row = start; y < part.height; y++, row += width)
    for (let i = row; i < row + part.width; i++) if (data[i] !== first) return null;
  return first;
}

function fill({ data, width }: Raster, lying: Region, part: Region, value: number): void {
  const start = (part.y - lying.y) * width + part.x - lying.x;
  for (let y = 0, row = start; y < part.height; y++, row += width) data.fill(value, row, row + part.width);
}

/** @param cut lying at `wide` @param out lying at `lying`, of which `region` is written */
function softenBlock(
  cut: Raster,
  wide: Region,
  region: Region,
  softness: Softness,
  toOutput: Affine,
  out: Raster,
  lying: Region,
): void {
  const map = sigmasIn(region, softness, toOutput);
  const used = stepsFor(map);
  const blurred = used.map((sigma) => blurRegion(cut, wide, region, sigma).data);
  const { coarse, columns, left, top } = map;
  const last = used.length - 1;
  for (let y = 0, i = 0; y < region.height; y++) {
    const down = (region.y + y) / grid - top;
    const row = floor(down);
    const t = down - row;
    let to = (region.y + y - lying.y) * lying.width + region.x - lying.x;
    for (let x = 0; x < region.width; x++, i++, to++) {
      const across = (region.x + x) / grid - left;
      const column = across | 0;
      const s = across - column;
      const at = row * columns + column;
      const above = coarse[at] + (coarse[at + 1] - coarse[at]) * s;
      const below = coarse[at + columns] + (coarse[at + columns + 1] - coarse[at + columns]) * s;
      const sigma = above + (below - above) * t;
      let k = 0;
      while (k < last - 1 && used[k + 1] < sigma) k++;
      const own = blurred[k][i];
      if (last === 0) out.data[to] = own;
      else {
        const share = min(1, max(0, (sigma - used[k]) / (used[k + 1] - used[k])));
        out.data[to] = own * (1 - share) + blurred[k + 1][i] * share;
      }
    }
  }
}

/** The sigmas that are worked out for a block: from the last that is not above its least to the first that is not below its most. */
function stepsFor({ coarse }: Sigmas): number[] {
  let [least, most] = [Infinity, 0];
  for (const sigma of coarse) {
    least = min(least, sigma);
    most = max(most, sigma);
  }
  const steps: number[] = [0];
  for (let sigma = leastSigma; ; sigma *= ratio) {
    steps.push(sigma);
    if (sigma >= most) break;
  }
  return steps.slice(
    max(
      0,
      steps.findLastIndex((sigma) => sigma <= least),
    ),
  );
}

/** What lies this much farther away than the nearest places has no say beside them, plate px. */
const farther = 64;

/** A profile as plain numbers: x, y and sigma of each place, plate px. */
const flatOf = memoize((profile: Softness['profile']) => Float32Array.from(profile.flat()));

/** The places of a profile that have a say in a region, as plain numbers. */
function nearProfile(region: Region, profile: Softness['profile'], { a, d, e, f }: Affine): Float32Array {
  const all = flatOf(profile);
  const [left, top] = [(region.x - e) / a, (region.y - f) / d];
  const [right, bottom] = [left + region.width / a, top + region.height / d];
  const squares = new Float32Array(all.length / 3);
  let nearest = Infinity;
  for (let i = 0, at = 0; i < squares.length; i++, at += 3) {
    const dx = max(left - all[at], 0, all[at] - right);
    const dy = max(top - all[at + 1], 0, all[at + 1] - bottom);
    squares[i] = dx * dx + dy * dy;
    nearest = min(nearest, squares[i]);
  }
  const limit = (2 * sqrt(nearest) + farther) ** 2;
  const near = new Float32Array(all.length);
  let count = 0;
  for (let i = 0; i < squares.length; i++)
    if (squares[i] <= limit) for (let c = 0; c < 3; c++) near[count++] = all[i * 3 + c];
  return near.subarray(0, count);
}

/** Sigma at places of the sheet, output px. */
interface Sigmas {
  coarse: Float32Array;
  columns: number;
  /** The first place, in steps of the grid. */
  left: number;
  top: number;
}

/** Sigma around a region: that of the places of the profile that are near, weighted by their distance. */
function sigmasIn(region: Region, { profile, factor }: Softness, toOutput: Affine): Sigmas {
  const near = nearProfile(region, profile, toOutput);
  const [left, top] = [floor(region.x / grid), floor(region.y / grid)];
  const columns = floor((region.x + region.width) / grid) - left + 2;
  const rows = floor((region.y + region.height) / grid) - top + 2;
  const coarse = new Float32Array(columns * rows);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const x = ((left + column) * grid - toOutput.e) / toOutput.a;
      const y = ((top + row) * grid - toOutput.f) / toOutput.d;
      let sum = 0;
      let weights = 0;
      for (let at = 0; at < near.length; at += 3) {
        const dx = near[at] - x;
        const dy = near[at + 1] - y;
        const square = dx * dx + dy * dy + 4;
        const weight = 1 / (square * square);
        sum += weight * near[at + 2];
        weights += weight;
      }
      coarse[row * columns + column] = weights > 0 ? (sum / weights) * factor * toOutput.a : 0;
    }
  }
  return { coarse, columns, left, top };
}

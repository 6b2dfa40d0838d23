import { gaussianBlur } from '../../kernels/blur';
import type { Raster } from '../../pixels/raster';
import { mapSize, type Finding, type FoundMap, type Measure } from '../measure';
import type { View } from '../view';

/** Looked up once: these loops are hot. */
const { log2, max, min, sqrt } = Math;

/** How large a plate's things are, against which letters are measured. */
export interface Detail extends Finding {
  /** From light to dark and back, plate px: the length at which the plate has most contrast. */
  size: number;
  /** Parts of the contrast by such lengths. */
  octaves: { size: number; share: number }[];
  /** Contrast of what is finer than a letter's stroke, by place: standard deviation of encoded brightness, 0..1. */
  busy: FoundMap;
}

/** Cells of the map along the longer side. */
const mapCells = 48;
/** The band between Gaussians of sigma and twice that is strongest at waves of 2 pi sigma / sqrt(ln 4 / 1.5): 6.5 sigma. */
const waveOfSigma = 6.5;
const firstSigma = 0.7;
/** Lengths over this part of the longer side are no detail. */
const broadest = 0.14;

/**
 * Contrast by octaves of a Laplacian pyramid (Burt and Adelson 1983) of encoded brightness; the length is the mean of
 * their logarithms, weighed by power.
 */
export const detail: Measure<Detail> = {
  name: 'detail',
  version: 1,
  take({ coarse: { width, height, factor, lab } }: View) {
    const bands = bandsOf({ width, height, channels: 1, data: lab[0] });
    const powers = bands.map(({ power }) => power);
    const all = powers.reduce((sum, power) => sum + power, 0);
    const sizes = bands.map(({ sigma }) => sigma * waveOfSigma * factor);
    // What is broader is where things stand, not what they are made of.
    const fine = powers.map((power, i) => (sizes[i] <= max(width, height) * factor * broadest ? power : 0));
    const some = fine.reduce((sum, power) => sum + power, 0);
    const mean = fine.reduce((sum, power, i) => sum + power * log2(sizes[i]), 0) / max(1e-12, some);
    return {
      size: some > 1e-7 ? 2 ** mean : 0,
      octaves: sizes.map((size, i) => ({ size, share: powers[i] / max(1e-12, all) })),
      busy: busyMap(bands.slice(0, 3).map(({ band }) => band)),
      confidence: min(1, sqrt(all) / 0.02),
    };
  },
};

interface Band {
  sigma: number;
  band: Raster;
  power: number;
}

function bandsOf(brightness: Raster): Band[] {
  const out: Band[] = [];
  let finer = gaussianBlur(brightness, firstSigma);
  for (let sigma = firstSigma; sigma * waveOfSigma < max(brightness.width, brightness.height) / 2; sigma *= 2) {
    const coarser = gaussianBlur(brightness, 2 * sigma);
    const data = finer.data.map((value, i) => value - coarser.data[i]);
    let sum = 0;
    for (const value of data) sum += value * value;
    out.push({ sigma, band: { ...finer, data }, power: sum / data.length });
    finer = coarser;
  }
  return out;
}

function busyMap(bands: readonly Raster[]): FoundMap {
  if (bands.length === 0) return { width: 1, height: 1, values: [0] };
  const [{ width: across, height: down }] = bands;
  const { width, height } = mapSize({ width: across, height: down }, mapCells);
  const sums = new Float64Array(width * height);
  const counts = new Float64Array(width * height);
  for (let y = 0, i = 0; y < down; y++) {
    const row = min(height - 1, ((y * height) / down) | 0) * width;
    for (let x = 0; x < across; x++, i++) {
      const at = row + min(width - 1, ((x * width) / across) | 0);
      for (const { data } of bands) sums[at] += data[i] * data[i];
      counts[at]++;
    }
  }
  return { width, height, values: Array.from(sums, (sum, i) => sqrt(sum / max(1, counts[i]))) };
}

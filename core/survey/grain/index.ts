import type { Finding, Measure } from '../measure';
import type { Sample } from '../view';
import { medianOf } from '../statistics';
import { blocksOf, side, type Block } from './blocks';

/** How grainy a plate is. */
export interface Grain extends Finding {
  /** Standard deviation of one px, in 1/255 of the encoded value. */
  sigma: number;
  /** The same where the plate is dark, of middle tone, and light; null where nothing there is calm enough to tell. */
  bands: { tone: number; sigma: number | null }[];
  /** Sigma of the Gaussian that the grain is blurred by, px: 0 where each px has its own. */
  size: number;
}

/** Middles of the bands of brightness, encoded 0..1, and how wide they are. */
const tones = [0.1, 0.3, 0.5, 0.7, 0.9];
const bandWidth = 0.2;
/** Clipped tones have no grain. */
const [darkest, lightest] = [12, 243];
/** So much of the blocks is calm, and at least so many. */
const [calmShare, leastBlocks] = [0.012, 12];
/** A band is told where its calm blocks are no busier than this many times the calmest of all. */
const mostBusy = 3;

/**
 * Grain from the discrete cosine coefficients of the calmest blocks (Donoho and Johnstone 1994's robust median, on the
 * blocks that have the least coarse structure around them: after Ponomarenko et al. 2007). What a JPEG has taken off the
 * fine coefficients is put back, by how empty they are; the size follows from how much more coarse grain there is.
 */
export const grain: Measure<Grain> = {
  name: 'grain',
  version: 1,
  take: ({ samples }) => grainOf(samples),
};

export function grainOf(samples: readonly Sample[]): Grain {
  const found = samples.flatMap((sample) => calmnessOf(sample));
  const usable = found.filter(({ block: { mean } }) => mean > darkest && mean < lightest);
  const all = calmest(usable);
  if (all.length < leastBlocks)
    return { sigma: 0, bands: tones.map((tone) => ({ tone, sigma: null })), size: 0, confidence: 0 };
  const overall = measured(all.map(({ block }) => block));
  const busiest = Math.max(...all.map(({ busy }) => busy)) * mostBusy + 0.5;
  const bands = tones.map((tone) => {
    const inside = usable.filter(({ block: { mean } }) => Math.abs(mean / 255 - tone) <= bandWidth / 2);
    const calm = calmest(inside).filter(({ busy }) => busy <= busiest);
    return { tone, sigma: calm.length < leastBlocks ? null : measured(calm.map(({ block }) => block)).sigma };
  });
  // Where even the calmest blocks are full of structure, it may be texture that is measured.
  const structure = medianOf(all.map(({ busy }) => busy));
  const share = structure / Math.max(0.3, overall.sigma ** 2);
  return { ...overall, bands, confidence: Math.min(1, usable.length / 200) / (1 + (share / 6) ** 2) };
}

interface Calm {
  block: Block;
  /** Coarse structure of the block and its neighbours, mean square. */
  busy: number;
}

function calmnessOf(sample: Sample): Calm[] {
  const blocks = blocksOf(sample);
  const columns = Math.floor(sample.level.width / side);
  const rows = columns === 0 ? 0 : blocks.length / columns;
  return blocks.map((block, i) => {
    const [row, column] = [Math.floor(i / columns), i % columns];
    let [sum, count] = [0, 0];
    for (let y = Math.max(0, row - 1); y <= Math.min(rows - 1, row + 1); y++) {
      for (let x = Math.max(0, column - 1); x <= Math.min(columns - 1, column + 1); x++, count++)
        sum += Math.sqrt(blocks[y * columns + x].coarse);
    }
    return { block, busy: (sum / count) ** 2 };
  });
}

function calmest(blocks: readonly Calm[]): Calm[] {
  const sorted = [...blocks].sort((a, b) => a.busy - b.busy);
  return sorted.slice(0, Math.max(leastBlocks, Math.round(sorted.length * calmShare)));
}

function measured(blocks: readonly Block[]): { sigma: number; size: number } {
  const kept = Math.sqrt(medianOf(blocks.map(({ grain: part }) => part)));
  const mean = (part: keyof Block): number =>
    Math.sqrt(blocks.reduce((sum, block) => sum + block[part], 0) / blocks.length);
  const [low, middle, fine] = [mean('low'), mean('middle'), mean('fine')];
  if (middle < 0.05) return { sigma: kept, size: 0 };
  const size = sizeBy(low / middle);
  // Grain that is coarse by itself has little in the fine coefficients: the others tell how much there is.
  if (size > 0)
    return { sigma: Math.sqrt((low ** 2 + middle ** 2) / (shareIn(size, 'low') + shareIn(size, 'middle'))), size };
  return { sigma: kept / keptBy(fine / middle), size: 0 };
}

/**
 * How much of white grain a JPEG leaves, by the ratio of fine to middle coefficients that it leaves: the mean of
 * white Gaussian grain of sigma 0.7 to 8 through qualities 80 to 96 (simulated with OpenCV's encoder).
 */
const left: readonly (readonly [number, number])[] = [
  [0.15, 0.62],
  [0.25, 0.74],
  [0.4, 0.84],
  [0.7, 0.98],
  [0.92, 1.06],
  [1, 1.02],
  [1.1, 1.08],
];

function keptBy(ratio: number): number {
  const next = left.findIndex(([at]) => at >= ratio);
  if (next === 0) return left[0][1];
  if (next < 0) return left[left.length - 1][1];
  const [[a, low], [b, high]] = [left[next - 1], left[next]];
  return low + ((high - low) * (ratio - a)) / (b - a);
}

/** Sizes that are told apart, px. */
const sizes = Array.from({ length: 40 }, (_, i) => 0.3 + i * 0.05);
/** White grain through a JPEG may have so many times as much in the low coefficients as in the middle ones. */
const white = 1.42;

/** The size of grain whose low coefficients are so many times its middle ones. */
function sizeBy(ratio: number): number {
  if (ratio < white) return 0;
  return (
    sizes.find((size) => Math.sqrt(shareIn(size, 'low') / shareIn(size, 'middle')) >= ratio) ?? sizes[sizes.length - 1]
  );
}

/**
 * Mean square of a part of the coefficients of Gaussian-blurred white grain of variance 1: a coefficient of order u stands
 * for the frequency u / 16 of a cycle each px, where the blur leaves exp(-(2 pi f s)^2) of the power.
 */
function shareIn(size: number, part: 'low' | 'middle'): number {
  const power = (order: number): number => Math.exp(-((2 * Math.PI * (order / 16) * size) ** 2));
  let [sum, count] = [0, 0];
  let [all, cells] = [0, 0];
  for (let v = 0; v < 8; v++) {
    for (let u = 0; u < 8; u++) {
      const value = power(u) * power(v);
      all += value;
      cells++;
      const order = u + v;
      if (part === 'low' ? order !== 3 : order < 4 || order > 6) continue;
      sum += value;
      count++;
    }
  }
  return sum / count / (all / cells);
}

import type { OklabPlanes } from '../../../pixels/oklabPlanes';
import { roughness, windowContrast } from './contrast';
import { PairSums, type Pairs } from './pairSums';
import { findTones, type Tones } from './tones';

/** Looked up once: these loops are hot. */
const { max, exp, sqrt } = Math;

/**
 * A picture divided into small patches of one colour, whose borders run along its edges: the cut is found among some
 * ten thousand
 * patches rather than millions of px (Li et al. 2004), and thin stems keep patches of their own.
 */
export interface Patches {
  width: number;
  height: number;
  count: number;
  /** The patch of each px. */
  labels: Int32Array;
  /** px of each patch. */
  sizes: Float32Array;
  /** Mean Oklab of each patch. */
  means: OklabPlanes;
  /** Neighbours; for each pair how many px pairs lie along their border, and how strong it is on average, 0..1. */
  ties: Pick<Pairs, 'from' | 'to'> & { lengths: Float32Array; strengths: Float32Array; likenesses: Float32Array };
  /** What the patches look like. */
  tones: Tones;
  /** Whether a patch reaches the border of the picture. */
  outermost: Uint8Array;
}

/**
 * Divides a picture: water runs down the strength of its edges, and what runs to one place is a patch (Vincent and
 * Soille 1991, in the form of falling rain).
 */
export function findPatches(planes: OklabPlanes, width: number, height: number): Patches {
  const smooth = planes.map((plane) => smoothed(plane, width, height)) as OklabPlanes;
  const labels = basins(edgeStrength(smooth, width, height), width, height);
  let count = renumber(labels);
  const beta = sharpness(smooth, width, height);
  let sums = sumUp(planes, labels, count);
  let ties = neighbours(smooth, labels, count, width, height, beta);
  for (let round = 0; round < mergeRounds && count > enough; round++) {
    const merged = mergeAlike(sums, ties, count);
    for (let i = 0; i < labels.length; i++) labels[i] = merged.becomes[labels[i]];
    ties = joinedTies(ties, merged.becomes, merged.count);
    sums = joinedSums(sums, merged.becomes, merged.count);
    count = merged.count;
  }
  const { sizes } = sums;
  const means = sums.colours.map((plane) => plane.map((sum, i) => sum / sizes[i])) as OklabPlanes;
  const rough = meanOf(roughness(planes[0], width, height), labels, sizes).map((value) => value * roughnessShare);
  return {
    width,
    height,
    count,
    labels,
    sizes,
    means,
    ties: bordersOf(windowContrast(planes, width, height), smooth, beta, { labels, count, width, height }),
    tones: findTones([...means, rough], sizes),
    outermost: outermostOf(labels, count, width, height),
  };
}

/** The px of some patches. @param chosen 1 for each of these @returns 1 for each px */
export function pixelsOf({ labels }: Pick<Patches, 'labels'>, chosen: Uint8Array): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(labels.length);
  for (let i = 0; i < out.length; i++) out[i] = chosen[labels[i]];
  return out;
}

/** How much a difference in roughness counts beside one in colour. */
const roughnessShare = 0.5;

function meanOf(plane: Float32Array, labels: Int32Array, sizes: Float32Array): Float32Array {
  const out = new Float32Array(sizes.length);
  for (let i = 0; i < labels.length; i++) out[labels[i]] += plane[i] / sizes[labels[i]];
  return out;
}

/** The borders between patches, by what is seen along them. */
function bordersOf(
  contrast: Float32Array,
  planes: OklabPlanes,
  beta: number,
  { labels, count, width, height }: Pick<Patches, 'labels' | 'count' | 'width' | 'height'>,
): Patches['ties'] {
  // Both tables are filled alike, so that their pairs come in the same order.
  const strengths = new PairSums(count);
  const likenesses = new PairSums(count);
  const [lightness, a, b] = planes;
  const add = (i: number, j: number): void => {
    if (labels[i] === labels[j]) return;
    strengths.add(labels[i], labels[j], max(contrast[i], contrast[j]));
    const square = (lightness[i] - lightness[j]) ** 2 + (a[i] - a[j]) ** 2 + (b[i] - b[j]) ** 2;
    likenesses.add(labels[i], labels[j], likeness(square, beta));
  };
  for (let y = 0; y < height; y++) {
    for (let x = 0, i = y * width; x < width; x++, i++) {
      if (x < width - 1) add(i, i + 1);
      if (y < height - 1) add(i, i + width);
    }
  }
  const { from, to, sums, counts } = strengths.all();
  return {
    from,
    to,
    lengths: counts,
    strengths: sums.map((sum, k) => sum / counts[k]),
    likenesses: likenesses.all().sums.map((sum, k) => sum / counts[k]),
  };
}

function outermostOf(labels: Int32Array, count: number, width: number, height: number): Uint8Array {
  const out = new Uint8Array(count);
  for (let x = 0; x < width; x++) out[labels[x]] = out[labels[(height - 1) * width + x]] = 1;
  for (let y = 0; y < height; y++) out[labels[y * width]] = out[labels[(y + 1) * width - 1]] = 1;
  return out;
}

/** Patches that are left when merging has gone far enough, and rounds of it at most. */
const enough = 15000;
const mergeRounds = 2;
/** How much two patches may differ in Oklab to become one: small ones more, because grain moves their means more. */
const allowed = (size: number): number => 0.006 + 0.04 / sqrt(size);

/** Sizes of patches and sums of their colours. */
interface Sums {
  sizes: Float32Array;
  colours: OklabPlanes;
}

const emptySums = (count: number): Sums => ({
  sizes: new Float32Array(count),
  colours: [new Float32Array(count), new Float32Array(count), new Float32Array(count)],
});

function sumUp(planes: OklabPlanes, labels: Int32Array, count: number): Sums {
  const sums = emptySums(count);
  for (let i = 0; i < labels.length; i++) {
    const label = labels[i];
    sums.sizes[label]++;
    for (let c = 0; c < 3; c++) sums.colours[c][label] += planes[c][i];
  }
  return sums;
}

/** Each patch joins the neighbour that is most like it (Boruvka 1926), so far as the two are alike. */
function mergeAlike(
  { sizes, colours: [lightness, a, b] }: Sums,
  { from, to }: Pick<Pairs, 'from' | 'to'>,
  count: number,
): { becomes: Int32Array; count: number } {
  const nearest = new Int32Array(count).fill(-1);
  const least = new Float32Array(count).map((_, i) => allowed(sizes[i]) ** 2);
  for (let k = 0; k < from.length; k++) {
    const [p, q] = [from[k], to[k]];
    const square =
      (lightness[p] / sizes[p] - lightness[q] / sizes[q]) ** 2 +
      (a[p] / sizes[p] - a[q] / sizes[q]) ** 2 +
      (b[p] / sizes[p] - b[q] / sizes[q]) ** 2;
    if (square < least[p]) {
      least[p] = square;
      nearest[p] = q;
    }
    if (square < least[q]) {
      least[q] = square;
      nearest[q] = p;
    }
  }
  const root = Int32Array.from({ length: count }, (_, i) => i);
  const find = (i: number): number => {
    while (root[i] !== i) i = root[i] = root[root[i]];
    return i;
  };
  for (let i = 0; i < count; i++) if (nearest[i] >= 0) root[find(i)] = find(nearest[i]);
  const becomes = root.map((_, i) => find(i));
  return { count: renumber(becomes), becomes };
}

function joinedSums({ sizes, colours }: Sums, becomes: Int32Array, count: number): Sums {
  const sums = emptySums(count);
  becomes.forEach((to, i) => {
    sums.sizes[to] += sizes[i];
    for (let c = 0; c < 3; c++) sums.colours[c][to] += colours[c][i];
  });
  return sums;
}

function joinedTies({ from, to, sums }: Pairs, becomes: Int32Array, count: number): Pairs {
  const joined = new PairSums(count);
  for (let k = 0; k < from.length; k++)
    if (becomes[from[k]] !== becomes[to[k]]) joined.add(becomes[from[k]], becomes[to[k]], sums[k]);
  return joined.all();
}

/** Weights 1 2 1 across and down; the border repeats. */
function smoothed(plane: Float32Array, width: number, height: number): Float32Array {
  const across = new Float32Array(plane.length);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    for (let x = 0; x < width; x++)
      across[row + x] =
        (plane[row + (x > 0 ? x - 1 : 0)] + 2 * plane[row + x] + plane[row + (x < width - 1 ? x + 1 : x)]) / 4;
  }
  const out = new Float32Array(plane.length);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    const up = y > 0 ? row - width : row;
    const down = y < height - 1 ? row + width : row;
    for (let x = 0; x < width; x++) out[row + x] = (across[up + x] + 2 * across[row + x] + across[down + x]) / 4;
  }
  return out;
}

/** Squared gradient of all planes together (central differences). */
function edgeStrength(planes: OklabPlanes, width: number, height: number): Float32Array {
  const out = new Float32Array(width * height);
  for (const plane of planes) {
    for (let y = 0, i = 0; y < height; y++) {
      const up = y > 0 ? -width : 0;
      const down = y < height - 1 ? width : 0;
      for (let x = 0; x < width; x++, i++) {
        const gx = plane[x < width - 1 ? i + 1 : i] - plane[x > 0 ? i - 1 : i];
        const gy = plane[i + down] - plane[i + up];
        out[i] += gx * gx + gy * gy;
      }
    }
  }
  return out;
}

/** For each px the px at the bottom that its rain runs to. */
function basins(strength: Float32Array, width: number, height: number): Int32Array {
  const runsTo = new Int32Array(strength.length);
  for (let y = 0, i = 0; y < height; y++) {
    const top = y > 0 ? -1 : 0;
    const bottom = y < height - 1 ? 1 : 0;
    for (let x = 0; x < width; x++, i++) {
      const left = x > 0 ? -1 : 0;
      const right = x < width - 1 ? 1 : 0;
      let lowest = i;
      let least = strength[i];
      for (let dy = top; dy <= bottom; dy++) {
        for (let dx = left; dx <= right; dx++) {
          const other = i + dy * width + dx;
          // On level ground it runs to the first px, so that it never runs in a circle.
          if (strength[other] < least || (strength[other] === least && other < lowest)) {
            lowest = other;
            least = strength[other];
          }
        }
      }
      runsTo[i] = lowest;
    }
  }
  for (let i = 0; i < runsTo.length; i++) {
    let bottom = i;
    while (runsTo[bottom] !== bottom) bottom = runsTo[bottom];
    for (let at = i; runsTo[at] !== bottom;) [at, runsTo[at]] = [runsTo[at], bottom];
  }
  return runsTo;
}

function renumber(labels: Int32Array): number {
  const numbers = new Int32Array(labels.length).fill(-1);
  let count = 0;
  for (let i = 0; i < labels.length; i++) {
    const bottom = labels[i];
    if (numbers[bottom] < 0) numbers[bottom] = count++;
    labels[i] = numbers[bottom];
  }
  return count;
}

/** 1 / (twice the mean squared difference of neighbours), as in Rother et al. 2004. */
function sharpness(planes: OklabPlanes, width: number, height: number): number {
  let sum = 0;
  let pairs = 0;
  for (let y = 0; y < height - 1; y++) {
    for (let x = 0, i = y * width; x < width - 1; x++, i++) {
      for (const plane of planes) sum += (plane[i] - plane[i + 1]) ** 2 + (plane[i] - plane[i + width]) ** 2;
      pairs += 2;
    }
  }
  return pairs === 0 || sum === 0 ? 1e4 : pairs / (2 * sum);
}

/** How alike two px are, 0..1, by their squared distance in Oklab. */
export const likeness = (square: number, beta: number): number => exp(-beta * square);

function neighbours(
  planes: OklabPlanes,
  labels: Int32Array,
  count: number,
  width: number,
  height: number,
  beta: number,
): Pairs {
  const pairs = new PairSums(count);
  const [lightness, a, b] = planes;
  const add = (i: number, j: number): void => {
    if (labels[i] === labels[j]) return;
    const square = (lightness[i] - lightness[j]) ** 2 + (a[i] - a[j]) ** 2 + (b[i] - b[j]) ** 2;
    pairs.add(labels[i], labels[j], likeness(square, beta));
  };
  for (let y = 0; y < height; y++) {
    for (let x = 0, i = y * width; x < width; x++, i++) {
      if (x < width - 1) add(i, i + 1);
      if (y < height - 1) add(i, i + width);
    }
  }
  return pairs.all();
}

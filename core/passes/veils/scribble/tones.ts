/** Looked up once: these loops are hot. */
const { exp } = Math;
/** What patches look like, sorted into a few tones. */
export interface Tones {
  count: number;
  /** The tone of each patch. */
  of: Int32Array;
  /** How alike two tones are, 0..1: `count` times `count`. */
  alike: Float64Array;
}

/** Tones of one picture. */
const most = 80;
const rounds = 6;
/** Difference in Oklab at which two tones are alike by exp(-1/2). */
const nearby = 0.035;

/**
 * Sorts patches by their features into tones: k-means from well-spread first centres (Arthur and Vassilvitskii 2007),
 * with a generator that always begins alike, so that the same picture gives the same tones.
 * @param features planes of equal length, each in units of Oklab
 * @param sizes px of each patch
 */
export function findTones(features: readonly Float32Array[], sizes: Float32Array): Tones {
  const width = features.length;
  const points = new Float32Array(sizes.length * width);
  features.forEach((plane, k) => plane.forEach((value, i) => (points[i * width + k] = value)));
  const centres = firstCentres(points, width, sizes);
  const count = centres.length / width;
  const of = new Int32Array(sizes.length);
  const sums = new Float64Array(count * (width + 1));
  for (let round = 0; round < rounds; round++) {
    sums.fill(0);
    for (let i = 0; i < sizes.length; i++) {
      const tone = (of[i] = nearest(centres, points, width, i));
      const at = tone * (width + 1);
      for (let k = 0; k < width; k++) sums[at + k] += points[i * width + k] * sizes[i];
      sums[at + width] += sizes[i];
    }
    for (let tone = 0; tone < count; tone++) {
      const weight = sums[tone * (width + 1) + width];
      if (weight > 0) for (let k = 0; k < width; k++) centres[tone * width + k] = sums[tone * (width + 1) + k] / weight;
    }
  }
  const alike = new Float64Array(count * count);
  for (let p = 0; p < count; p++)
    for (let q = 0; q < count; q++)
      alike[p * count + q] = exp(-squareOf(centres, p * width, centres, q * width, width) / (2 * nearby ** 2));
  return { count, of, alike };
}

type Points = Float32Array | Float64Array;

function squareOf(a: Points, i: number, b: Points, j: number, width: number): number {
  let square = 0;
  for (let k = 0; k < width; k++) square += (a[i + k] - b[j + k]) ** 2;
  return square;
}

function nearest(centres: Float64Array, points: Float32Array, width: number, i: number): number {
  let best = 0;
  let least = Infinity;
  for (let at = 0, tone = 0; at < centres.length; at += width, tone++) {
    const square = squareOf(centres, at, points, i * width, width);
    if (square < least) [least, best] = [square, tone];
  }
  return best;
}

/** The next centre is drawn by how far a patch is from all centres so far. */
function firstCentres(points: Float32Array, width: number, sizes: Float32Array): Float64Array {
  const random = lehmer();
  const centres = new Float64Array(most * width);
  const squares = new Float64Array(sizes.length).fill(Infinity);
  let count = 0;
  for (let chosen = 0; count < most;) {
    for (let k = 0; k < width; k++) centres[count * width + k] = points[chosen * width + k];
    count++;
    let all = 0;
    for (let i = 0; i < sizes.length; i++) {
      const square = squareOf(centres, (count - 1) * width, points, i * width, width);
      if (square < squares[i]) squares[i] = square;
      all += squares[i] * sizes[i];
    }
    if (all < 1e-9) break;
    let left = random() * all;
    for (chosen = 0; chosen < sizes.length - 1; chosen++) if ((left -= squares[chosen] * sizes[chosen]) <= 0) break;
  }
  return centres.slice(0, count * width);
}

/** Numbers 0..1 that always come alike (Park and Miller 1988). */
function lehmer(): () => number {
  let state = 20011;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

import type { Sample } from '../view';

/** Looked up once: these loops are hot. */
const { abs, cos, PI, sqrt } = Math;

/** Side of a block, px: that of JPEG's. */
export const side = 8;

/** What is known of one block of 8 x 8 px, in encoded values 0..255. */
export interface Block {
  mean: number;
  /** Mean square of its coefficients by how fine they are: coarse tells of structure, the others of grain. */
  coarse: number;
  low: number;
  middle: number;
  fine: number;
  /** Of all but the coarse ones. */
  grain: number;
}

const basis = Float64Array.from({ length: side * side }, (_, i) => {
  const [k, n] = [i >> 3, i & 7];
  return sqrt((k === 0 ? 1 : 2) / side) * cos((PI * (2 * n + 1) * k) / (2 * side));
});

/** Coefficients of a block: `u + v` up to 2 are coarse, 3 is low, 4 to 6 in the middle, from 8 on fine. */
const [coarseTo, lowAt, middleFrom, middleTo, fineFrom] = [2, 3, 4, 6, 8];

/** The blocks of a sample's lightness (Rec. 601 luma), by the discrete cosine transform. */
export function blocksOf({ level: { width, height, channels, bytes } }: Sample): Block[] {
  const out: Block[] = [];
  const [luma, half, whole] = [new Float64Array(64), new Float64Array(64), new Float64Array(64)];
  const [green, blue] = channels === 1 ? [0, 0] : [1, 2];
  for (let top = 0; top + side <= height; top += side) {
    for (let left = 0; left + side <= width; left += side) {
      for (let i = 0; i < 64; i++) {
        const at = ((top + (i >> 3)) * width + left + (i & 7)) * channels;
        luma[i] = 0.299 * bytes[at] + 0.587 * bytes[at + green] + 0.114 * bytes[at + blue];
      }
      multiply(basis, luma, half, false);
      multiply(half, basis, whole, true);
      out.push(described(whole));
    }
  }
  return out;
}

/** A product of two matrices of 8 x 8. @param isTurned whether the second is transposed */
function multiply(a: Float64Array, b: Float64Array, out: Float64Array, isTurned: boolean): void {
  for (let r = 0; r < 8; r++) {
    for (let c = 0; c < 8; c++) {
      let sum = 0;
      for (let k = 0; k < 8; k++) sum += a[r * 8 + k] * (isTurned ? b[c * 8 + k] : b[k * 8 + c]);
      out[r * 8 + c] = sum;
    }
  }
}

function described(coefficients: Float64Array): Block {
  const sums = { coarse: 0, low: 0, middle: 0, fine: 0, grain: 0 };
  const counts = { coarse: 0, low: 0, middle: 0, fine: 0, grain: 0 };
  const add = (part: keyof typeof sums, value: number): void => {
    sums[part] += value;
    counts[part]++;
  };
  for (let i = 1; i < 64; i++) {
    const order = (i >> 3) + (i & 7);
    const square = coefficients[i] * coefficients[i];
    add(order <= coarseTo ? 'coarse' : 'grain', square);
    if (order === lowAt) add('low', square);
    if (order >= middleFrom && order <= middleTo) add('middle', square);
    if (order >= fineFrom) add('fine', square);
  }
  return {
    mean: abs(coefficients[0]) / side,
    coarse: sums.coarse / counts.coarse,
    low: sums.low / counts.low,
    middle: sums.middle / counts.middle,
    fine: sums.fine / counts.fine,
    grain: sums.grain / counts.grain,
  };
}

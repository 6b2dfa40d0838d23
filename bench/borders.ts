import { boxMean } from '../core/passes/veils/scribble/contrast';
import { bordersApart, roughness } from '../core/passes/veils/border/roughness';
import { levelLines } from '../core/passes/veils/border/levelLine';
import { toOklab } from '../core/kernels/colour';
import { emptyRaster } from '../core/pixels/raster';
import { decodeByte, encode } from '../core/pixels/transfer';
import type { Level } from '../core/pictures/pyramid';

/** How good a border is: measured against the true matte of a rendered plate. */
export interface BorderMeasures {
  /** Part of the border that lies within one px of the true one, and its 95th percentile, px. */
  within: number;
  p95: number;
  /** px. */
  rough: number;
  /** Mean difference along the border of what is seen on white, black and an ink, Oklab times 100. */
  halo: number;
}

const within = 1;
/** Grounds that it is composited on, linear light. */
const grounds = [
  [1, 1, 1],
  [0, 0, 0],
  [0.22, 0.035, 0.02],
];

/** @param matte, @param truth 0..255 */
export function measureBorder(picture: Level, matte: Uint8Array, truth: Uint8Array): BorderMeasures {
  const { width, height } = picture;
  const [own, wanted] = [levelLines(matte, width, height), levelLines(truth, width, height)];
  const apart = bordersApart(own, wanted, width, height).sort((a, b) => a - b);
  return {
    within: apart.filter((one) => one <= within).length / Math.max(1, apart.length),
    p95: apart[Math.floor(apart.length * 0.95)] ?? NaN,
    rough: roughness(own, width, height) ?? NaN,
    halo: haloOf(picture, matte, truth),
  };
}

/**
 * What is composited with the matte and with the true one, both in the front's own colour as it is near by inside: the
 * mean of true px that are wholly in front.
 */
function haloOf(picture: Level, matte: Uint8Array, truth: Uint8Array): number {
  const { width, height, bytes } = picture;
  const pure = Float32Array.from(truth, (value) => Number(value === 255));
  const reach = 4;
  const weight = boxMean(pure, width, height, reach);
  const front = [0, 1, 2].map((c) =>
    boxMean(
      pure.map((one, i) => one * decodeByte[bytes[i * 3 + c]]),
      width,
      height,
      reach,
    ),
  );
  let [sum, count] = [0, 0];
  const one = emptyRaster(2, 1, 4);
  for (let i = 0; i < truth.length; i++) {
    const isBorder = (truth[i] > 0 && truth[i] < 255) || (matte[i] > 0 && matte[i] < 255 && weight[i] > 0);
    if (!isBorder || weight[i] < 1e-3) continue;
    for (const ground of grounds) {
      for (let c = 0; c < 3; c++) {
        const own = front[c][i] / weight[i];
        one.data[c] = encode(ground[c] + ((own - ground[c]) * matte[i]) / 255);
        one.data[4 + c] = encode(ground[c] + ((own - ground[c]) * truth[i]) / 255);
      }
      one.data[3] = one.data[7] = 1;
      const { data } = toOklab(one);
      sum += 100 * Math.hypot(data[0] - data[4], data[1] - data[5], data[2] - data[6]);
      count++;
    }
  }
  return count > 0 ? sum / count : NaN;
}

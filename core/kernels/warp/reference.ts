import type { Raster } from '../../pixels/raster';
import type { Border, Sampling } from './sampling';

/** A px of the source; beyond its border nothing, or the nearest px. */
function pixel({ width, height, channels, data }: Raster, x: number, y: number, c: number, border: Border): number {
  const inX = Math.min(width - 1, Math.max(0, x));
  const inY = Math.min(height - 1, Math.max(0, y));
  if (border === 'clear' && (inX !== x || inY !== y)) return 0;
  return data[(inY * width + inX) * channels + c];
}

const cubicWeights = (t: number): number[] => [
  ((-0.5 * t + 1) * t - 0.5) * t,
  (1.5 * t - 2.5) * t * t + 1,
  ((-1.5 * t + 2) * t + 0.5) * t,
  (0.5 * t - 0.5) * t * t,
];

/** The plain reference implementation of one sample: source px with centres at half px. */
export function sampleReference(
  source: Raster,
  x: number,
  y: number,
  c: number,
  sampling: Sampling,
  border: Border,
): number {
  const column = Math.floor(x - 0.5);
  const row = Math.floor(y - 0.5);
  const [tx, ty] = [x - 0.5 - column, y - 0.5 - row];
  const first = sampling === 'bicubic' ? -1 : 0;
  const across = sampling === 'bicubic' ? cubicWeights(tx) : [1 - tx, tx];
  const down = sampling === 'bicubic' ? cubicWeights(ty) : [1 - ty, ty];
  let sum = 0;
  down.forEach((weight, j) =>
    across.forEach(
      (other, i) => (sum += weight * other * pixel(source, column + first + i, row + first + j, c, border)),
    ),
  );
  return sum;
}

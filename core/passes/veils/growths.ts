import { emptyRaster, type Raster } from '../../pixels/raster';
import type { Region } from '../../pixels/region';
import { sizeOf, type Affine } from '../../shape/affine';
import { plainStroke, type Growth } from './schema';
import { paintStroke } from './stroke';

/** However many strokes run over one place, they move the border there by no more than this, plate px. */
const mostTogether = 20;

/** How far a border is moved at most, whatever its strokes add up to: px of what `toOutput` leads to. */
export const largestGrowth = (amount: number, growths: readonly Growth[], toOutput: Affine): number =>
  Math.abs(amount) +
  Math.min(
    mostTogether,
    growths.reduce((sum, one) => sum + Math.abs(one.amount), 0),
  ) *
    sizeOf(toOutput);

/**
 * How far the border is moved at each px: by one amount everywhere, and by each stroke's own where it runs.
 * @param amount px of the output, everywhere
 */
export function growthsIn(growths: readonly Growth[], region: Region, toOutput: Affine, amount: number): Float32Array {
  const out = new Float32Array(region.width * region.height);
  const scale = sizeOf(toOutput);
  for (const growth of growths) {
    const part: Raster = emptyRaster(region.width, region.height, 1);
    const { radius, points, softness } = growth;
    paintStroke(part, region, plainStroke({ side: 'front', radius, points, softness }), toOutput);
    for (let i = 0; i < out.length; i++) out[i] += part.data[i] * growth.amount;
  }
  return out.map((own) => amount + Math.max(-mostTogether, Math.min(mostTogether, own)) * scale);
}

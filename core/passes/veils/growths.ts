import { emptyRaster } from '../../pixels/raster';
import { grow, intersect, outerPixels, regionOfPoints, type Region } from '../../pixels/region';
import { apply, sizeOf, type Affine } from '../../shape/affine';
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
    const { radius, points, softness, amount: own } = growth;
    const box = regionOfPoints(points.map((point) => apply(toOutput, point)));
    const part = box && intersect(region, outerPixels(grow(box, radius * scale + 1)));
    if (!part) continue;
    const cover = emptyRaster(part.width, part.height, 1);
    paintStroke(cover, part, plainStroke({ side: 'front', radius, points, softness }), toOutput);
    for (let y = 0, i = 0; y < part.height; y++) {
      const row = (part.y - region.y + y) * region.width + part.x - region.x;
      for (let x = 0; x < part.width; x++, i++) out[row + x] += cover.data[i] * own;
    }
  }
  return out.map((own) => amount + Math.max(-mostTogether, Math.min(mostTogether, own)) * scale);
}

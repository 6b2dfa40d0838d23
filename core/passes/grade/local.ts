import { filtered } from '../../graph/filter';
import { contentKey, type Node } from '../../graph/node';
import { blurMargin, blurReach, blurRegion } from '../../kernels/blur';
import { lumaAt, lumaOf } from '../../pixels/luma';
import { copyOf, crop, emptyRaster, type Raster } from '../../pixels/raster';
import { grow, intersect, type Region, type Size } from '../../pixels/region';
import type { LocalContrast } from './tone/schema';

/** Variance of encoded luma that counts as an edge and not as what is fine. */
const edge = 0.03 ** 2;

const each = ({ width, height, data }: Raster, value: (i: number) => number): Raster => {
  const out = emptyRaster(width, height, 1);
  for (let i = 0; i < data.length; i++) out.data[i] = value(i);
  return out;
};

/**
 * Fine tones against those around them, without halos at edges: what differs from the picture smoothed by itself
 * (guided filter: He, Sun and Tang 2010, with Gaussian windows) is added again. Colour differences stay.
 * @param picture four channels, opaque where it counts
 * @param sheet beyond its border nothing is read
 */
export function localContrastNode(picture: Node, { amount, radius }: LocalContrast, sheet: Size): Node {
  return filtered(picture, {
    key: contentKey('local contrast', amount, radius),
    reach: 2 * blurReach(radius),
    from: ({ region, scale }) => grow(region, 2 * blurMargin(radius * scale)),
    within: sheet,
    bounds: picture.bounds,
    keepsSolid: true,
    isPure: true,

    apply(source, { request: { region, scale }, lying }) {
      const sigma = radius * scale;
      const own = crop(source, lying, region);
      const luma = lumaOf(source);
      const between = intersect(lying, grow(region, blurMargin(sigma)))!;
      const { slope, offset } = smoothing(luma, lying, between, sigma);
      const [meanSlope, meanOffset] = [slope, offset].map((one) => blurRegion(one, between, region, sigma));
      const out = copyOf(own);
      for (let i = 0, at = 0; i < meanSlope.data.length; i++, at += 4) {
        const value = lumaAt(own.data, at);
        const more = amount * (value - meanSlope.data[i] * value - meanOffset.data[i]);
        const alpha = own.data[at + 3];
        for (let c = 0; c < 3; c++) out.data[at + c] = Math.min(alpha, Math.max(0, own.data[at + c] + more));
      }
      return out;
    },
  });
}

/** How the smoothed luma follows from the luma near each px: times a slope, with an offset. */
function smoothing(luma: Raster, lying: Region, wanted: Region, sigma: number): { slope: Raster; offset: Raster } {
  const mean = blurRegion(luma, lying, wanted, sigma);
  const squares = blurRegion(
    each(luma, (i) => luma.data[i] ** 2),
    lying,
    wanted,
    sigma,
  );
  const slope = each(mean, (i) => {
    const variance = Math.max(0, squares.data[i] - mean.data[i] ** 2);
    return variance / (variance + edge);
  });
  return { slope, offset: each(mean, (i) => mean.data[i] * (1 - slope.data[i])) };
}

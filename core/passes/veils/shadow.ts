import { blurMargin, blurRegion } from '../../kernels/blur';
import { readColour } from '../../pixels/colour';
import { emptyRaster } from '../../pixels/raster';
import { grow, type Region } from '../../pixels/region';
import { contentKey, type Node } from '../../render/node';
import type { VeilShadow } from './schema';

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** How far a shadow falls from what casts it, sheet px: lift / tan(height of the lamp). */
export function shadowOffset({ lift, height, angle }: VeilShadow): { x: number; y: number } {
  const far = lift / Math.tan(radians(height));
  return { x: far * Math.cos(radians(angle)), y: far * Math.sin(radians(angle)) };
}

/** Sigma of its penumbra, sheet px: lift times the size of the lamp is the width from full to none, four sigmas of a Gaussian. */
export const shadowSigma = ({ lift, size }: VeilShadow): number => (lift * size) / 4;

/** A veil's shadow as far as it reaches, as a matte: the veil's own, moved and blurred. */
export function shadowNode(shadow: VeilShadow, matte: Node): Node {
  const offset = shadowOffset(shadow);
  const sigma = shadowSigma(shadow);
  /** What the shadow of a region is cast by, and the margin of its blur. */
  const cast = ({ region, scale }: { region: Region; scale: number }): { from: Region; wide: Region } => {
    const from = { ...region, x: region.x - Math.round(offset.x * scale), y: region.y - Math.round(offset.y * scale) };
    return { from, wide: grow(from, blurMargin(sigma * scale)) };
  };
  return {
    key: contentKey('veil shadow', matte.key, offset, sigma, shadow.strength),
    channels: 1,
    bounds: matte.bounds && grow({ ...matte.bounds, x: matte.bounds.x + offset.x, y: matte.bounds.y + offset.y }, sigma * 8 + 2),
    needs: (request) => [{ node: matte, region: cast(request).wide }],
    compute(request, [cover]) {
      const { from, wide } = cast(request);
      const blurred = blurRegion(cover, wide, from, sigma * request.scale);
      return { ...blurred, data: blurred.data.map((value) => value * shadow.strength) };
    },
  };
}

/** One colour everywhere: opaque encoded RGB. */
export function colourNode(css: string): Node {
  const [red, green, blue] = readColour(css);
  return {
    key: contentKey('colour', css),
    channels: 4,
    bounds: null,
    needs: () => [],
    compute({ region }) {
      const out = emptyRaster(region.width, region.height, 4);
      out.data.set([red, green, blue, 1]);
      for (let filled = 4; filled < out.data.length; filled *= 2) out.data.copyWithin(filled, 0, Math.min(filled, out.data.length - filled));
      return out;
    },
  };
}

import { combined } from '../../graph/filter';
import { contentKey, type Node } from '../../graph/node';
import { emptyRaster } from '../../pixels/raster';
import { boxToQuad, inverseHomography, type Quad } from '../../shape/homography';

/** Looked up once: these loops are hot. */
const { max, min } = Math;

/**
 * What stands, as far as it is near to the ground: all of it at the foot, fading to nothing at a height.
 * @param caster coverage, one channel
 * @param standing where the box of what stands is seen: clockwise from the top left, sheet px
 * @param reach the height at which nothing is left, as a part of the box's
 */
export function nearFoot(caster: Node, standing: Quad, reach: number): Node {
  const [, , , d, e, f, g, h, i] = inverseHomography(boxToQuad({ x: 0, y: 0, width: 1, height: 1 }, standing));
  return combined(
    contentKey('near the foot', standing, reach),
    { caster },
    { channels: 1, bounds: caster.bounds, blankWith: ['caster'] },
    (inputs, { region, scale }) => {
      const out = emptyRaster(region.width, region.height, 1);
      for (let y = 0, at = 0; y < region.height; y++)
        for (let x = 0; x < region.width; x++, at++) {
          const own = inputs.caster.data[at];
          if (own === 0) continue;
          const [px, py] = [(region.x + x + 0.5) / scale, (region.y + y + 0.5) / scale];
          const high = 1 - (d * px + e * py + f) / (g * px + h * py + i);
          out.data[at] = own * max(0, min(1, 1 - high / reach));
        }
      return out;
    },
  );
}

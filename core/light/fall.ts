import { blurMargin, blurReach, blurRegion } from '../kernels/blur';
import { readColour } from '../pixels/colour';
import { emptyRaster } from '../pixels/raster';
import { grow, type Region } from '../pixels/region';
import { encode } from '../pixels/transfer';
import { filtered } from '../graph/filter';
import { contentKey, type Node, type Request } from '../graph/node';

/** How a shadow falls from what casts it: moved, and softened by a Gaussian; sheet px. */
export interface Fall {
  x: number;
  y: number;
  sigma: number;
}

/** Width from full shadow to none, as the sigma of the Gaussian that makes it. */
export const sigmaOfWidth = (width: number): number => width / 4;

/** Where what falls on a region comes from; moved by whole px. */
const origin = ({ x, y }: Fall, { region, scale }: Request): Region => ({
  ...region,
  x: region.x - Math.round(x * scale),
  y: region.y - Math.round(y * scale),
});

/** A coverage as it falls elsewhere: one channel. @param caster one channel */
export function fallen(caster: Node, fall: Fall): Node {
  const { x, y, sigma } = fall;
  return filtered(caster, {
    key: contentKey('fallen', x, y, sigma),
    reach: Math.hypot(x, y) + blurReach(sigma),
    keepsBlank: true,
    from: (request) => grow(origin(fall, request), blurMargin(sigma * request.scale)),
    apply: (source, { request, lying }) => blurRegion(source, lying, origin(fall, request), sigma * request.scale),
  });
}

/**
 * A shadow of one colour for laying on in encoded values. It dims light, so that its strength on encoded values follows
 * from
 * the light that is left.
 * @param cover where it falls: one channel
 * @param colour CSS colour
 * @param strength fraction
 */
export function shade(cover: Node, colour: string, strength: number): Node {
  const [red, green, blue] = readColour(colour);
  return filtered(cover, {
    key: contentKey('shade', colour, strength),
    reach: 0,
    channels: 4,
    keepsBlank: true,
    apply(source) {
      const out = emptyRaster(source.width, source.height, 4);
      for (let i = 0, at = 0; i < source.data.length; i++, at += 4) {
        const alpha = 1 - encode(1 - source.data[i] * strength);
        out.data[at] = red * alpha;
        out.data[at + 1] = green * alpha;
        out.data[at + 2] = blue * alpha;
        out.data[at + 3] = alpha;
      }
      return out;
    },
  });
}

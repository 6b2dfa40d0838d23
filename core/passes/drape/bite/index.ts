import { encodedInPlace, toLight } from '../../../kernels/colour';
import { emptyRaster, type Raster } from '../../../pixels/raster';
import { contentKey, type Node } from '../../../graph/node';
import { combined } from '../../../graph/filter';
import type { Bite } from '../schema';
import { holdNode } from './bare';
import { shadeNode, softened } from './shade';
import type { Ground } from './tones';

/** Looked up once: these loops are hot. */
const { exp, min } = Math;

/** What is told of a surface once, for all layers of a lettering. */
export interface Bitten {
  /** One layer as it takes to the surface; premultiplied encoded RGBA. */
  layer(node: Node): Node;
  /** A coverage with what stays bare left out. */
  cover(node: Node): Node;
}

/** How ink takes to a surface: worked out in linear light. */
export function bitten(bite: Bite, ground: Ground): Bitten {
  const shade = shadeNode(bite, ground);
  const broad = softened(shade, bite.radius);
  const hold = bite.bare && holdNode(bite.bare, ground.node);
  const { as, strength, texture, shading, radius } = bite;
  return {
    layer: (node) =>
      combined(
        contentKey('bitten', as, strength, texture, shading, radius),
        { ink: node, shade, broad, ...(as !== 'paint' && { surface: ground.node }), ...(hold && { hold }) },
        { channels: 4, bounds: node.bounds, blankWith: ['ink'] },
        (inputs) => laid(bite, inputs as unknown as Surfaces),
      ),
    cover: (node) =>
      hold
        ? combined(
            'held',
            { node, hold },
            { channels: 1, bounds: node.bounds, blankWith: ['node'] },
            ({ node: own, hold: held }) => ({
              ...own,
              data: own.data.map((value, i) => value * held.data[i]),
            }),
          )
        : node,
  };
}

interface Surfaces {
  ink: Raster;
  shade: Raster;
  broad: Raster;
  surface?: Raster;
  hold?: Raster;
}

/** No place is lit more than so many times as much as the even tone. */
const most = 4;

function laid({ as, strength, texture, shading }: Bite, { ink, shade, broad, surface, hold }: Surfaces): Raster {
  const light = toLight(ink);
  const ground = surface && toLight(surface);
  const out = emptyRaster(ink.width, ink.height, 4);
  for (let i = 0, at = 0; at < out.data.length; i++, at += 4) {
    const alpha = light.data[at + 3];
    if (alpha <= 0) continue;
    const held = alpha * (hold ? hold.data[i] : 1);
    out.data[at + 3] = held;
    for (let c = 0; c < 3; c++) {
      const own = light.data[at + c] / alpha;
      const fine = shade.data[at + c] - broad.data[at + c];
      // What the surface's own light is multiplied by, so that texture and shading come through as strongly as wanted.
      const wanted = texture * fine + shading * broad.data[at + c];
      let taken: number;
      if (as === 'paint') taken = own * min(most, exp(wanted));
      else {
        const below = ground!.data[at + 3] > 0.5 ? ground!.data[at + c] / ground!.data[at + 3] : 1;
        const eased = below * exp(wanted - shade.data[at + c]);
        taken = as === 'dye' ? own * eased : own + eased;
      }
      out.data[at + c] = min(1, own + (taken - own) * strength) * held;
    }
  }
  return encodedInPlace(out);
}

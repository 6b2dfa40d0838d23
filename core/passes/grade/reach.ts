import { filtered } from '../../graph/filter';
import { contentKey, type Node } from '../../graph/node';
import { blurMargin, blurRegion } from '../../kernels/blur';
import { fallen, sigmaOfWidth } from '../../light/fall';
import { copyOf, type Raster } from '../../pixels/raster';
import { grow } from '../../pixels/region';
import type { GradeReach } from './schema';

/**
 * How much of each px a grade within or beyond letters reaches: one channel.
 * @param cover of the letters, and @param part of the picture that the reach names; null where it names none
 */
export function reachNode({ area, soft }: Pick<GradeReach, 'area' | 'soft'>, cover: Node, part: Node | null): Node {
  const sigma = sigmaOfWidth(soft);
  return filtered(cover, {
    key: contentKey('reach', area),
    reach: 2 * soft,
    from: ({ region, scale }) => grow(region, blurMargin(sigma * scale)),
    with: part ? { part } : {},
    isPure: true,
    bounds: area === 'inside' && cover.bounds ? grow(cover.bounds, 2 * soft) : null,
    apply(letters, { request, lying, inputs }) {
      const out = copyOf(blurRegion(letters, lying, request.region, sigma * request.scale));
      for (let i = 0; i < out.data.length; i++) {
        const inside = area === 'inside' ? out.data[i] : 1 - out.data[i];
        out.data[i] = inside * (inputs.part?.data[i] ?? 1);
      }
      return out;
    },
  });
}

/** One channel, softened over a width, sheet px. */
export const softened = (node: Node, width: number): Node =>
  width === 0 ? node : fallen(node, { x: 0, y: 0, sigma: sigmaOfWidth(width) });

/** What one channel leaves free, everywhere. */
export const allBut = (node: Node): Node =>
  filtered(node, {
    key: 'all but',
    reach: 0,
    bounds: null,
    isPure: true,
    apply: (source) => each(source, (i) => 1 - source.data[i]),
  });

function each(source: Raster, value: (i: number) => number): Raster {
  const out = copyOf(source);
  for (let i = 0; i < out.data.length; i++) out.data[i] = value(i);
  return out;
}

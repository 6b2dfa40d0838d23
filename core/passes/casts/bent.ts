import { displaced } from '../../graph/displaced';
import { gridOf } from '../../graph/grid';
import { contentKey, type Node } from '../../graph/node';
import type { Shine } from '../../light/casting/falls';
import { emptyRaster, type Raster } from '../../pixels/raster';
import type { Point } from '../../shape/affine';
import { quantile, sortedValues } from '../../survey/statistics';
import { reliefNode } from '../../survey/relief/reliefNode';
import type { PaintScene } from '../pass';

/** A relief has nothing fine in it: so many places of the sheet are enough. */
const places = 3e5;

/**
 * A shadow that bends over what the light shows to stand out of a surface: what lies nearer to the letters is reached
 * sooner. @param along how far it is moved for each px of height, sheet px @param most what stands out farther counts no more
 */
export function bent(
  shadow: Node,
  { tilt, height }: Shine,
  along: Point,
  most: number,
  { surface, sheet }: Pick<PaintScene, 'surface' | 'sheet'>,
): Node {
  const grid = gridOf(sheet, places);
  const relief = reliefNode(surface, { tilt, height: Math.abs(height) }, grid);
  const node: Node = {
    key: contentKey('bent shadow', relief.key, along, most),
    isForAll: true,
    channels: 4,
    bounds: null,
    needs: () => ({ relief: { node: relief, ...grid } }),
    compute: (_, inputs) => shiftsOf(inputs.relief, along, most),
  };
  const reach = Math.hypot(...along) * most;
  return displaced(shadow, { node, region: grid.region, scale: grid.scale, reach });
}

/** The surface itself is as high as it is in the middle; a fold stands out, a dent lies back. */
function shiftsOf({ width, height, data }: Raster, [x, y]: Point, most: number): Raster {
  const out = emptyRaster(width, height, 4);
  const level = quantile(sortedValues(data), 0.5);
  for (let i = 0, at = 0; i < data.length; i++, at += 4) {
    const high = Math.max(-most, Math.min(most, data[i] - level));
    out.data[at] = x * high;
    out.data[at + 1] = y * high;
  }
  return out;
}

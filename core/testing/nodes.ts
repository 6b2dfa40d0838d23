import { readColour } from '../pixels/colour';
import { emptyRaster } from '../pixels/raster';
import { blend } from '../kernels/blend';
import type { Layer } from '../passes/pass';
import type { Raster } from '../pixels/raster';
import { Evaluator } from '../graph/evaluate';
import { contentKey, type Node, type Request } from '../graph/node';

/** A node that paints each px by a function of its place, sheet px. For tests. */
export function paintedNode(key: string, at: (x: number, y: number) => readonly number[], channels: 1 | 4 = 4): Node {
  return {
    key: contentKey('painted', key),
    channels,
    bounds: null,
    needs: () => ({}),
    compute({ region, scale }) {
      const out = emptyRaster(region.width, region.height, channels);
      for (let i = 0; i < region.width * region.height; i++)
        out.data.set(
          at((region.x + (i % region.width) + 0.5) / scale, (region.y + Math.floor(i / region.width) + 0.5) / scale),
          i * channels,
        );
      return out;
    },
  };
}

/** One colour everywhere. For tests. */
export const colourNode = (css: string): Node => paintedNode(css, () => readColour(css));

/** Layers laid on one another, on nothing. For tests. */
export async function paintLayers(layers: readonly Pick<Layer, 'node' | 'mode'>[], request: Request): Promise<Raster> {
  const out = emptyRaster(request.region.width, request.region.height, 4);
  for (const { node, mode } of layers) blend(out, await new Evaluator(1e8).pixels(node, request), mode);
  return out;
}

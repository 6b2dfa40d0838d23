import { readColour } from '../pixels/colour';
import { emptyRaster } from '../pixels/raster';
import { contentKey, type Node } from '../render/node';

/** A node that paints each px by a function of its place, sheet px. For tests. */
export function paintedNode(key: string, at: (x: number, y: number) => readonly number[], channels: 1 | 4 = 4): Node {
  return {
    key: contentKey('painted', key),
    channels,
    bounds: null,
    needs: () => [],
    compute({ region, scale }) {
      const out = emptyRaster(region.width, region.height, channels);
      for (let i = 0; i < region.width * region.height; i++) out.data.set(at((region.x + (i % region.width) + 0.5) / scale, (region.y + Math.floor(i / region.width) + 0.5) / scale), i * channels);
      return out;
    },
  };
}

/** One colour everywhere. For tests. */
export const colourNode = (css: string): Node => paintedNode(css, () => readColour(css));

import { emptyRaster, type Raster } from '../pixels/raster';
import { intersect, outerPixels, scaleRegion, type Region } from '../pixels/region';
import type { Node, Request } from './node';

/** The same node, worked out only where it may paint: of a region that reaches beyond, the rest is left transparent. */
export function withinBounds(node: Node): Node {
  const { bounds, channels } = node;
  if (!bounds) return node;
  const partOf = ({ region, scale }: Request): Region | null =>
    intersect(region, outerPixels(scaleRegion(bounds, scale)));
  return {
    ...node,
    needs: (request) => {
      const region = partOf(request);
      return region ? node.needs({ ...request, region }) : {};
    },
    async compute(request, inputs) {
      const region = partOf(request);
      const { region: whole } = request;
      if (region && region.width === whole.width && region.height === whole.height)
        return node.compute(request, inputs);
      const out = emptyRaster(whole.width, whole.height, channels);
      if (region) put(out, whole, await node.compute({ ...request, region }, inputs), region);
      return out;
    },
  };
}

/** Lays a part where it belongs. @param region where `out` lies, and @param at where the part does: px */
function put(out: Raster, region: Region, part: Raster, at: Region): void {
  const { channels } = out;
  for (let y = 0; y < at.height; y++)
    out.data.set(
      part.data.subarray(y * at.width * channels, (y + 1) * at.width * channels),
      ((y + at.y - region.y) * region.width + at.x - region.x) * channels,
    );
}

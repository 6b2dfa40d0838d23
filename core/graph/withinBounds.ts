import { emptyRaster, put } from '../pixels/raster';
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

import { contentKey, type Node, type Request } from '../graph/node';
import { emptyRaster } from '../pixels/raster';
import type { Region } from '../pixels/region';

/** Where one picture ends and the next begins, sheet px from the left. */
export const stripBorders = (count: number, { x, width }: Region): number[] =>
  Array.from({ length: count - 1 }, (_, i) => x + (width * (i + 1)) / count);

/**
 * Pictures of one size beside each other, as on a darkroom's test strip: each is seen in its own part.
 * @param bounds what is shared out among them, sheet px; the first and the last reach to the sheet's borders
 */
export function testStrip(pictures: readonly Node[], bounds: Region): Node {
  const borders = stripBorders(pictures.length, bounds);
  /** Which pictures a request falls into, and where each begins, output px from the left. */
  const partsOf = ({ region, scale }: Request): { index: number; from: number; to: number }[] =>
    pictures.flatMap((_, index) => {
      const from = Math.max(region.x, index === 0 ? -Infinity : Math.round(borders[index - 1] * scale));
      const last = index === pictures.length - 1;
      const to = Math.min(region.x + region.width, last ? Infinity : Math.round(borders[index] * scale));
      return from < to ? [{ index, from, to }] : [];
    });
  const key = contentKey(
    'test strip',
    pictures.map((picture) => picture.key),
    bounds,
  );
  return {
    key,
    channels: 4,
    bounds: null,
    // Where one picture alone is seen nothing changes when the border moves elsewhere.
    keyAt(request) {
      const [only, ...others] = partsOf(request);
      if (others.length > 0) return key;
      const picture = pictures[only.index];
      return picture.keyAt?.(request) ?? picture.key;
    },
    needs: (request) =>
      Object.fromEntries(
        partsOf(request).map(({ index, from, to }) => [
          String(index),
          { node: pictures[index], region: { ...request.region, x: from, width: to - from } },
        ]),
      ),
    compute(request, inputs) {
      const { region } = request;
      const out = emptyRaster(region.width, region.height, 4);
      for (const { index, from, to } of partsOf(request)) {
        const { data } = inputs[String(index)];
        const run = (to - from) * 4;
        for (let y = 0; y < region.height; y++)
          out.data.set(data.subarray(y * run, (y + 1) * run), (y * region.width + from - region.x) * 4);
      }
      return out;
    },
  };
}

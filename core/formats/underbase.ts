import { filtered } from '../graph/filter';
import type { Node } from '../graph/node';
import { tilesOver } from '../graph/tiles';
import { growBorder, growMargin } from '../pixels/growBorder';
import { crop, emptyRaster, put, type Raster } from '../pixels/raster';
import { grow, type Region } from '../pixels/region';

/** Px are looked at in blocks of this side: where all around one is full, or empty, nothing is shrunk. */
const block = 16;

/**
 * The white that is printed under a picture on dark cloth: as much of it as the picture covers, drawn in from its edges,
 * so that none of it looks out where the colours are printed a little beside it.
 * @param choke how far it is drawn in, sheet px
 * @returns white px, premultiplied, whose alpha says how much white there is
 */
export function underbaseOf(picture: Node, choke: number): Node {
  // The reach of what moves a border is given in whole px of the output.
  return filtered(picture, {
    key: `underbase ${choke}`,
    reach: choke,
    from: ({ region, scale }) => grow(region, growMargin(choke * scale)),
    bounds: picture.bounds,
    channels: 4,
    apply: (source, { request: { region, scale } }) => inWhite(chokedAlpha(source, region, choke * scale)),
  });
}

function inWhite({ data, width, height }: Raster): Raster {
  const out = emptyRaster(width, height, 4);
  for (let i = 0; i < out.data.length; i++) out.data[i] = data[i >> 2];
  return out;
}

/** @param source lies at the region grown by the margin; @param choke output px */
function chokedAlpha({ data, width, height }: Raster, region: Region, choke: number): Raster {
  const margin = growMargin(choke);
  const alpha = emptyRaster(width, height, 1);
  for (let i = 0; i < alpha.data.length; i++) alpha.data[i] = data[i * 4 + 3];
  const out = emptyRaster(region.width, region.height, 1);
  for (const part of tilesOver(region, region, block)) {
    const wide = grow(part, margin);
    const around = crop(alpha, grow(region, margin), wide);
    const [first] = around.data;
    const isEven = around.data.every((value) => value === first);
    put(out, region, isEven ? crop(around, wide, part) : growBorder(around, part, -choke), part);
  }
  return out;
}

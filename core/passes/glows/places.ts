import { spreadOver } from '../../graph/grid';
import type { Request } from '../../graph/node';
import { emptyRaster, type Raster } from '../../pixels/raster';
import { grow, outerPixels, scaleRegion, type Region } from '../../pixels/region';

/** Looked up once: the loops are hot. */
const { ceil, floor, max, min, sqrt } = Math;

/** Writes the light of a row of px, whole output px, from where the channels of the first begin. */
export type RowLight = (x: number, y: number, count: number, to: Float32Array, at: number) => void;

/** Light that is worked out in every px. */
export function everywhere(region: Region, lightAt: RowLight): Raster {
  const out = emptyRaster(region.width, region.height, 4);
  for (let y = 0; y < region.height; y++) lightAt(region.x, region.y + y, region.width, out.data, y * region.width * 4);
  return out;
}

/**
 * Light that is worked out once in every so many px across and down, the same places for every region, and bilinear between
 * them. @param lightIn the light of the px of a scale
 */
export function betweenPlaces(request: Request, step: number, lightIn: (scale: number) => RowLight): Raster {
  const { region, scale } = request;
  const known = { region: grow(outerPixels(scaleRegion(region, 1 / step)), 1), scale: scale / step };
  return spreadOver(everywhere(known.region, lightIn(known.scale)), known, request);
}

/** Works out px by px what lies around a place, output px; in place. */
export function refine(
  out: Raster,
  region: Region,
  [cx, cy]: readonly [number, number],
  reach: number,
  lightAt: RowLight,
): void {
  for (let y = 0; y < region.height; y++) {
    const dy = region.y + y - cy;
    const square = reach * reach - dy * dy;
    if (square <= 0) continue;
    const half = sqrt(square);
    const first = max(0, ceil(cx - half) - region.x);
    const last = min(region.width - 1, floor(cx + half) - region.x);
    if (last >= first)
      lightAt(region.x + first, region.y + y, last - first + 1, out.data, (y * region.width + first) * 4);
  }
}

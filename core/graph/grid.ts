import { warpPlane, type Sampling } from '../kernels/warp';
import type { Raster } from '../pixels/raster';
import type { Size } from '../pixels/region';
import type { Request } from './node';
import { sheetAt } from './tiles';

/** All of a sheet, as few places as are enough for what is told of it: one grid for all scales, so that screen and export show the same. */
export type Grid = Request;

/** @param most places on the sheet; never more than its px */
export function gridOf(sheet: Size, most: number): Grid {
  const scale = Math.min(1, Math.sqrt(most / (sheet.width * sheet.height)));
  return { scale, region: sheetAt(sheet, scale) };
}

/** What is known on a grid, or a part of one, in the px of a request. */
export function spreadOver(
  known: Raster,
  { region: lying, scale: own }: Request,
  { region, scale }: Request,
  sampling: Sampling = 'bilinear',
): Raster {
  const ratio = own / scale;
  return warpPlane(known, [ratio, 0, -lying.x, 0, ratio, -lying.y, 0, 0, 1], region, sampling, 'repeat');
}

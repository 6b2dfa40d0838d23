import { sheetAt } from '../../graph/tiles';
import type { Region, Size } from '../../pixels/region';

/** A sheet's surface is known in so many places. */
const mostPlaces = 1e6;

/** The grid on which a surface is known: one for all scales, so that screen and export show the same. */
export interface Grid {
  /** Grid px for each sheet px. */
  scale: number;
  /** All of the sheet, grid px. */
  region: Region;
}

export function gridOf(sheet: Size): Grid {
  const scale = Math.min(1, Math.sqrt(mostPlaces / (sheet.width * sheet.height)));
  return { scale, region: sheetAt(sheet, scale) };
}

import { sheetAt } from '../../graph/tiles';
import type { DrapeMap } from './schema';
import type { Region, Size } from '../../pixels/region';

/** A sheet's surface is known in so many places. */
const mostPlaces = 1e6;

/** A relief has nothing fine in it: so many are enough. */
const reliefPlaces = 3e5;

/** The grid on which a surface is known: one for all scales, so that screen and export show the same. */
export interface Grid {
  /** Grid px for each sheet px. */
  scale: number;
  /** All of the sheet, grid px. */
  region: Region;
}

export function gridOf(sheet: Size, most = mostPlaces): Grid {
  const scale = Math.min(1, Math.sqrt(most / (sheet.width * sheet.height)));
  return { scale, region: sheetAt(sheet, scale) };
}

/** The grid of a displacement map. */
export const mapGrid = (from: DrapeMap['from'], sheet: Size): Grid =>
  gridOf(sheet, from === 'relief' ? reliefPlaces : mostPlaces);

import { gridOf, type Grid } from '../../graph/grid';
import type { Size } from '../../pixels/region';
import type { DrapeMap } from './schema';

/** A sheet's surface is known in so many places; a relief or a soft brush has nothing fine in it, so fewer are enough. */
const [surfacePlaces, reliefPlaces] = [1e6, 3e5];

/** The grid on which the surface under letters is known. */
export const surfaceGrid = (sheet: Size): Grid => gridOf(sheet, surfacePlaces);

/** The grid of a displacement map. */
export const mapGrid = (from: DrapeMap['from'], sheet: Size): Grid =>
  from === 'relief' || from === 'painted' ? gridOf(sheet, reliefPlaces) : surfaceGrid(sheet);

import type { Raster } from '../../pixels/raster';
import type { Region } from '../../pixels/region';
import { moved } from '../../shape/affine';
import { coverage } from '../../shape/coverage';
import { flatten, transformPath, type Path } from '../../shape/path';

/** Something that leaves as outlines: filled with one colour, or with the picture that is seen within it. */
export interface VectorItem {
  lettering: string;
  name: string;
  /** Filled by the non-zero rule, sheet px. */
  path: Path;
  /** Encoded sRGB, 0..255; null: the picture. */
  colour: readonly [number, number, number] | null;
}

/** Outlines as straight lines, as they were last wanted: all tiles want the same. */
const lastPolygons = new WeakMap<Path, { scale: number; polygons: [number, number][][] }>();

/** A path's coverage in a region of output px. @param path sheet px */
export function pathCover(path: Path, scale: number, region: Region): Raster {
  const last = lastPolygons.get(path);
  if (last?.scale === scale) return coverage(last.polygons, region);
  const polygons = flatten(transformPath(path, moved(0, 0, scale)));
  lastPolygons.set(path, { scale, polygons });
  return coverage(polygons, region);
}

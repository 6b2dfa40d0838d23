import type { Raster } from '../pixels/raster';
import type { PlaneMap } from '../passes/pass';
import type { Region } from '../pixels/region';
import type { Affine } from '../shape/affine';

/** Where a coat is painted. */
export interface CoatGround {
  /** Whole output px. */
  region: Region;
  scale: number;
  /** What it is laid out in: the ink of the word, of its line or of its letter, lettering px. */
  box: Region;
  /** What has bent the plane of the letters; null where it is flat. Coats lie in the flat plane, and bend with it. */
  warp: PlaneMap | null;
  /** Output px to lettering px, and how many output px one lettering px is. */
  toLettering: Affine;
  unit: number;
  /** Lettering px. */
  capHeight: number;
  /** Size of the sheet, sheet px. */
  sheet: { width: number; height: number };
  /** The coats below, premultiplied encoded RGBA. */
  below: Raster;
}

import type { Raster } from '../pixels/raster';
import type { PlaneMap } from '../type/letters';
import type { Region, Size } from '../pixels/region';
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
  sheet: Size;
  /** The coats below, premultiplied encoded RGBA. */
  below: Raster;
  /** The picture below all coats, as it will be seen; null where no coat asks for it. */
  picture: Raster | null;
}

/**
 * Goes over a ground px by px. @param paint gets where the px's middle lies in the flat plane of the letters, lettering
 * px, and where its four channels begin
 */
export function eachPlace(
  { region, toLettering: { a, b, c, d, e, f }, warp }: CoatGround,
  paint: (x: number, y: number, at: number) => void,
): void {
  for (let row = 0, at = 0; row < region.height; row++) {
    const oy = region.y + row + 0.5;
    for (let column = 0; column < region.width; column++, at += 4) {
      const ox = region.x + column + 0.5;
      const x = a * ox + c * oy + e;
      const y = b * ox + d * oy + f;
      if (warp) paint(...warp.backward([x, y]), at);
      else paint(x, y, at);
    }
  }
}

import type { Region, Size } from '../pixels/region';
import type { PieceSize } from '../piece/sizeSchema';
import type { Point } from '../shape/affine';

export type Crop = PieceSize['crop'];

/** How the first sheet can be cropped to another size. */
export interface CropScene {
  /** The first sheet, px. */
  sheet: Size;
  size: Size;
  /** The photograph that covers the first sheet, and has to cover this one; null where none does. */
  covering: Region | null;
}

/** Scales of the design at which it fits the other sheet or covers it, and at which nothing is left uncovered. */
export function cropScales({ sheet, size, covering }: CropScene): number[] {
  const [across, down] = [size.width / sheet.width, size.height / sheet.height];
  const least = covering ? Math.max(size.width / covering.width, size.height / covering.height) : 0;
  const scales = [Math.min(across, down), Math.max(across, down)].map((scale) => Math.max(least, scale));
  return scales[1] / scales[0] < 1.02 ? [scales[0]] : scales;
}

/**
 * The crop at a scale that shows a point of the first sheet where it is wanted, as far as that uncovers nothing.
 * @param wanted px of the other sheet
 */
export function cropAt({ size, covering }: CropScene, scale: number, point: Point, wanted: Point): Crop {
  const shift = (axis: 0 | 1): number => wanted[axis] - point[axis] * scale;
  if (!covering) return { scale, x: shift(0), y: shift(1) };
  const within = (at: number, low: number, high: number): number => Math.max(low, Math.min(high, at));
  return {
    scale,
    x: within(shift(0), size.width - (covering.x + covering.width) * scale, -covering.x * scale),
    y: within(shift(1), size.height - (covering.y + covering.height) * scale, -covering.y * scale),
  };
}

export const cropped = ({ scale, x, y }: Crop, box: Region): Region => ({
  x: box.x * scale + x,
  y: box.y * scale + y,
  width: box.width * scale,
  height: box.height * scale,
});

/** The way back: a box of the other sheet on the first. */
export const uncropped = ({ scale, x, y }: Crop, box: Region): Region => ({
  x: (box.x - x) / scale,
  y: (box.y - y) / scale,
  width: box.width / scale,
  height: box.height / scale,
});

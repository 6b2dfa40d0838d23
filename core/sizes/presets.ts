import { toPx, type LengthUnit } from '../piece/lengths';
import type { PieceSize } from '../piece/sizeSchema';

/** A size that designs are often wanted in. */
export interface SizePreset {
  name: string;
  /** What it is for. */
  purpose: string;
  unit: LengthUnit;
  /** In its unit. */
  width: number;
  height: number;
  ppi: number;
  /** What is covered or cut away along the edges, in its unit: top, right, bottom, left. */
  safe: PieceSize['safe'];
  /** Why that is not safe. */
  because: string;
}

const all = (side: number): PieceSize['safe'] => [side, side, side, side];
const trimmed = 'may be trimmed';

/** By purpose: for screens in px, on paper and cloth in mm or inches. */
export const sizePresets: readonly SizePreset[] = [
  {
    name: 'Square post',
    purpose: 'screen',
    unit: 'px',
    width: 1080,
    height: 1080,
    ppi: 96,
    safe: all(54),
    because: 'is rounded or framed',
  },
  {
    name: 'Tall post',
    purpose: 'screen',
    unit: 'px',
    width: 1080,
    height: 1350,
    ppi: 96,
    safe: [135, 54, 135, 54],
    because: 'is cut away where posts are shown as squares',
  },
  {
    name: 'Story',
    purpose: 'screen',
    unit: 'px',
    width: 1080,
    height: 1920,
    ppi: 96,
    safe: [250, 64, 340, 64],
    because: 'lies under names and answers',
  },
  {
    name: 'Banner',
    purpose: 'screen',
    unit: 'px',
    width: 1500,
    height: 500,
    ppi: 96,
    safe: [40, 60, 40, 60],
    because: 'is cut away on narrow screens',
  },
  {
    name: 'Screen',
    purpose: 'screen',
    unit: 'px',
    width: 1920,
    height: 1080,
    ppi: 96,
    safe: [54, 96, 54, 96],
    because: 'is hidden on some screens',
  },
  {
    name: 'Poster A3',
    purpose: 'paper',
    unit: 'mm',
    width: 297,
    height: 420,
    ppi: 300,
    safe: all(8),
    because: trimmed,
  },
  {
    name: 'Poster 18 × 24 in',
    purpose: 'paper',
    unit: 'in',
    width: 18,
    height: 24,
    ppi: 200,
    safe: all(0.375),
    because: trimmed,
  },
  { name: 'Flyer A5', purpose: 'paper', unit: 'mm', width: 148, height: 210, ppi: 300, safe: all(5), because: trimmed },
  { name: 'Postcard', purpose: 'paper', unit: 'mm', width: 148, height: 105, ppi: 300, safe: all(5), because: trimmed },
  {
    name: 'Book cover',
    purpose: 'paper',
    unit: 'in',
    width: 6,
    height: 9,
    ppi: 300,
    safe: all(0.25),
    because: trimmed,
  },
  {
    name: 'Shirt front',
    purpose: 'cloth and ware',
    unit: 'in',
    width: 12,
    height: 16,
    ppi: 300,
    safe: all(0.25),
    because: 'may lie outside of the platen',
  },
  {
    name: 'Mug wrap',
    purpose: 'cloth and ware',
    unit: 'mm',
    width: 210,
    height: 95,
    ppi: 300,
    safe: [6, 12, 6, 12],
    because: 'is next to the handle or the rim',
  },
];

/** A preset in whole px. */
export function presetInPx({
  width,
  height,
  ppi,
  unit,
  safe,
}: SizePreset): Pick<PieceSize, 'width' | 'height' | 'ppi' | 'safe'> {
  const px = (length: number): number => Math.round(toPx(length, unit, ppi));
  return { width: px(width), height: px(height), ppi, safe: safe.map(px) as PieceSize['safe'] };
}

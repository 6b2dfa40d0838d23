/** Units of lengths. */
export type LengthUnit = 'px' | 'mm' | 'in';

export const lengthUnits: readonly LengthUnit[] = ['px', 'mm', 'in'];

const perInch = (unit: LengthUnit, ppi: number): number => ({ px: ppi, mm: 25.4, in: 1 })[unit];

/** A length on the sheet, px, in another unit. */
export const fromPx = (px: number, unit: LengthUnit, ppi: number): number => (px * perInch(unit, ppi)) / ppi;

/** A length in a unit as px of the sheet, not rounded. */
export const toPx = (length: number, unit: LengthUnit, ppi: number): number => (length * ppi) / perInch(unit, ppi);

/** Sheet sizes from paper: to whole px. */
export function paperToPx(length: number, unit: LengthUnit, ppi: number): number {
  return Math.max(1, Math.round(toPx(length, unit, ppi)));
}

/** How many digits behind the point a length deserves. */
export const lengthDigits: Record<LengthUnit, number> = { px: 0, mm: 1, in: 2 };

/** A length on the sheet as a person reads it. */
export const lengthLabel = (px: number, unit: LengthUnit, ppi: number): string =>
  `${fromPx(px, unit, ppi).toFixed(lengthDigits[unit])} ${unit}`;

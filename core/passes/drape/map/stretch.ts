import { quantile, sortedValues } from '../../../survey/statistics';

/** The values between which all but so much at either end lie. @param share fraction */
export function rangeOf(values: Float32Array, share: number): [low: number, high: number] {
  const sorted = sortedValues(values);
  return [quantile(sorted, share), quantile(sorted, 1 - share)];
}

/** At either end of a map so much is darker than black and lighter than white. */
export const endShare = 0.02;

/** Brings a range to 0..1. A map of one value is even: a half everywhere. */
export function stretched(values: Float32Array, contrast: number, isInverted: boolean): Float32Array {
  const [low, high] = rangeOf(values, endShare);
  const width = high - low;
  if (!(width > 1e-5)) return new Float32Array(values.length).fill(0.5);
  const factor = (isInverted ? -contrast : contrast) / width;
  const middle = (low + high) / 2;
  // Soft beyond the ends: a plateau with a hard border would be a step.
  return values.map((value) => 0.5 + softEnd((value - middle) * factor));
}

/** A value beyond a half is bent to end at three quarters. */
function softEnd(value: number): number {
  const size = value < 0 ? -value : value;
  if (size <= 0.5) return value;
  const bent = 0.75 - 0.25 / (1 + (size - 0.5) * 4);
  return value < 0 ? -bent : bent;
}

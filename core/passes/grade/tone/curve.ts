import type { Level } from './schema';

/** One channel's levels. Where black and white meet or cross, what is below black is low and all else high. */
export function levelled({ black, white, gamma, low, high }: Level, value: number): number {
  const spread = white > black ? Math.min(1, Math.max(0, (value - black) / (white - black))) : Number(value >= black);
  return low + (high - low) * spread ** (1 / gamma);
}

/** Contrast around middle grey: the odds of a value to a power, so that black, middle and white stay. @param doublings of the slope */
export function contrasted(value: number, doublings: number): number {
  if (value <= 0 || value >= 1) return Math.min(1, Math.max(0, value));
  const power = 2 ** doublings;
  const [of, rest] = [value ** power, (1 - value) ** power];
  return of / (of + rest);
}

/** How far the darkest and the lightest are drawn in where a picture is faded in full. */
const faded = { low: 0.18, high: 0.93 };

/** Black lifted and white lowered, as a print that has stood in the sun. @param amount fraction */
export const fadedValue = (value: number, amount: number): number =>
  value + amount * (faded.low + (faded.high - faded.low) * value - value);

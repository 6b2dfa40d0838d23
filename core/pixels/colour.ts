import { converter, formatHex, parse } from 'culori';
import { encodeExact } from './transfer';

const toRgb = converter('rgb');
const toLab = converter('lab65');

/** Red, green, blue, alpha; encoded sRGB 0..1, straight. */
export type Colour = readonly [number, number, number, number];

const clamp = (value: number): number => Math.min(1, Math.max(0, value));

/** True where the text is a colour that CSS knows. */
export function isColour(css: string): boolean {
  return parse(css) !== undefined;
}

/**
 * Reads a CSS colour; colours beyond sRGB are clamped.
 * @throws RangeError when it is not one.
 */
export function readColour(css: string): Colour {
  const parsed = parse(css);
  if (!parsed) throw new RangeError(`"${css}" is not a colour.`);
  const { r, g, b, alpha } = toRgb(parsed);
  return [clamp(r), clamp(g), clamp(b), clamp(alpha ?? 1)];
}

/** Linear-light red, green and blue (0..1) as a CSS hex colour. */
export function hexOfLinear(red: number, green: number, blue: number): string {
  return formatHex({ mode: 'rgb', r: encodeExact(clamp(red)), g: encodeExact(clamp(green)), b: encodeExact(clamp(blue)) });
}

/** Oklab (L 0..1, a, b) as a CSS hex colour; what lies beyond sRGB is clamped. */
export function hexOfOklab(l: number, a: number, b: number): string {
  const { r, g, b: blue } = toRgb({ mode: 'oklab', l, a, b });
  return formatHex({ mode: 'rgb', r: clamp(r), g: clamp(g), b: clamp(blue) });
}

/** CIE L* (0..100, D65) of an encoded sRGB colour. */
export function lightness(red: number, green: number, blue: number): number {
  return toLab({ mode: 'rgb', r: red, g: green, b: blue }).l;
}

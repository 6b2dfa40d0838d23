import { converter, formatHex, parse } from 'culori';
import { decodeExact, encode, encodeExact } from './transfer';

const toRgb = converter('rgb');
const toLab = converter('lab65');
const toOklab = converter('oklab');

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

/**
 * Oklab L (0..1), a and b of a CSS colour.
 * @throws RangeError when it is not one.
 */
export function readOklab(css: string): [number, number, number] {
  const parsed = parse(css);
  if (!parsed) throw new RangeError(`"${css}" is not a colour.`);
  const { l, a, b } = toOklab(parsed);
  return [l, a, b];
}

/** Linear-light red, green and blue (0..1) as a CSS hex colour. */
export function hexOfLinear(red: number, green: number, blue: number): string {
  return formatHex({
    mode: 'rgb',
    r: encodeExact(clamp(red)),
    g: encodeExact(clamp(green)),
    b: encodeExact(clamp(blue)),
  });
}

/** Oklab (L 0..1, a, b) as a CSS hex colour; what lies beyond sRGB is clamped. */
export function hexOfOklab(l: number, a: number, b: number): string {
  const { r, g, b: blue } = toRgb({ mode: 'oklab', l, a, b });
  return formatHex({ mode: 'rgb', r: clamp(r), g: clamp(g), b: clamp(blue) });
}

/** Light of red, green and blue of an Oklab colour (Ottosson 2020); may lie beyond 0..1. */
export function lightOfOklab(l: number, a: number, b: number, into: [number, number, number]): void {
  const x = l + 0.3963377774 * a + 0.2158037573 * b;
  const y = l - 0.1055613458 * a - 0.0638541728 * b;
  const z = l - 0.0894841775 * a - 1.291485548 * b;
  const long = x * x * x;
  const middle = y * y * y;
  const short = z * z * z;
  into[0] = 4.0767416621 * long - 3.3077115913 * middle + 0.2309699292 * short;
  into[1] = -1.2684380046 * long + 2.6097574011 * middle - 0.3413193965 * short;
  into[2] = -0.0041960863 * long - 0.7034186147 * middle + 1.707614701 * short;
}

/** Oklab as encoded sRGB, 0..1 (Ottosson 2020); what lies beyond sRGB is clamped. */
export function oklabToEncoded(l: number, a: number, b: number): [number, number, number] {
  const light: [number, number, number] = [0, 0, 0];
  lightOfOklab(l, a, b, light);
  return [encode(clamp(light[0])), encode(clamp(light[1])), encode(clamp(light[2]))];
}

/** CIE L* (0..100, D65) of an encoded sRGB colour. */
export function lightness(red: number, green: number, blue: number): number {
  return toLab({ mode: 'rgb', r: red, g: green, b: blue }).l;
}

/** Red, green and blue of a CSS colour as linear light, 0..1. */
export const linearOf = (css: string): number[] => readColour(css).slice(0, 3).map(decodeExact);

/** CIE L* (0..100, CIE 15) of a linear luminance, 0..1. */
export const lightnessOfLuminance = (luminance: number): number =>
  luminance > 0.008856 ? 116 * Math.cbrt(luminance) - 16 : 903.3 * luminance;

/** The luminance of an Oklab colour, 0..1. */
export function luminanceOfOklab(l: number, a: number, b: number): number {
  const [red, green, blue] = oklabToEncoded(l, a, b).map(decodeExact);
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}

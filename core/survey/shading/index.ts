import { gaussianBlur } from '../../kernels/blur';
import { integrate } from '../integrate';
import { huesOf, type CoarseView } from '../view';

/** Looked up once: these loops are hot. */
const { exp, hypot, log, max } = Math;

/** The light on a surface parted from what it is painted with. */
export interface Parted {
  width: number;
  height: number;
  /** Plate px for each of its px. */
  factor: number;
  /** The light on each px, relative to the surface's even light near by: 1 is even. Linear. */
  shading: Float32Array;
  /** What the surface itself is: linear luminance as it would be in even light. */
  albedo: Float32Array;
}

/** A step of colour this large (Oklab, each px) is halfway to being paint, and one of lightness alone this large. */
const [colourStep, lightStep] = [0.009, 0.16];
/** What is finer than this, px of the view, is texture and stays with the paint. */
const texture = 1;
/** What is broader than this part of the longer side is the light's own unevenness. */
const broad = 0.14;

/**
 * Even light and shading (Retinex: Land and McCann 1971, with colour as in Funt, Drew and Brockington 1992): of the steps
 * of brightness those that come with a step of colour belong to the paint, the others to the light; each is summed up
 * again in least squares. Where no colour tells, one grey cannot be parted from a shadow.
 */
export function partLight(view: CoarseView): Parted {
  const { width, height, factor, light, lab } = view;
  const tones = gaussianBlur(
    { width, height, channels: 1, data: light.data.map((value) => log(max(1e-4, value))) },
    texture,
  ).data;
  const hues = huesOf(lab, 0.15).map((data) => gaussianBlur({ width, height, channels: 1, data }, texture).data);
  const [slope, second] = [new Float32Array(width * height), new Float32Array(width * height)];
  for (let y = 0, i = 0; y < height; y++) {
    const below = y + 1 < height ? width : 0;
    for (let x = 0; x < width; x++, i++) {
      const right = x + 1 < width ? 1 : 0;
      slope[i] = shareOfLight(tones, hues, i, i + right) * (tones[i + right] - tones[i]);
      second[i] = shareOfLight(tones, hues, i, i + below) * (tones[i + below] - tones[i]);
    }
  }
  const weight = new Float32Array(width * height).fill(1);
  const summed = integrate({ width, height, slope, second, weight, along: [1, 0] });
  const even = gaussianBlur({ width, height, channels: 1, data: summed }, broad * max(width, height)).data;
  const shading = summed.map((value, i) => exp(value - even[i]));
  return { width, height, factor, shading, albedo: light.data.map((value, i) => value / shading[i]) };
}

/** How much of a step of brightness is the light's, 0..1. */
function shareOfLight(tones: Float32Array, [a, b]: readonly Float32Array[], from: number, to: number): number {
  const colour = hypot(a[to] - a[from], b[to] - b[from]) / colourStep;
  const tone = (tones[to] - tones[from]) / lightStep;
  return exp(-(colour ** 2) - tone ** 4);
}

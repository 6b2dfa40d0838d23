import { gaussianBlur } from '../../kernels/blur';
import type { CoarseView } from '../view';

/** Looked up once: these loops are hot. */
const { hypot, log, max, sqrt } = Math;

/** A place on the border of a thing. */
export interface Rim {
  /** Unit vector from the thing outwards, x to the right, y down. */
  outward: readonly [number, number];
  /** How much lighter the thing is near its border than deeper in, natural logarithm; null where it is too thin. */
  inside: number | null;
  /** How much of the step across the border is made within a few px, 0..1: a fold or a shadow has a soft one. */
  sharp: number;
  /** The step across, Oklab. */
  step: number;
}

/** How far in is near, a part of the longer side; and how far is deep, as parts of the thing's own radius. */
const near = 0.004;
const depths = [0.25, 0.5, 0.9];
/** The border's direction is that of the mask blurred so far, a part of the longer side. */
const calm = 0.006;
const most = 400;
/** What differs by less (Oklab chroma over lightness) is of one paint. */
const sameHue = 0.07;

/** The border of a mask, and the light within it. @param mask 1 for the px of the thing */
export function rimsOf(view: CoarseView, mask: Uint8Array): Rim[] {
  const { width, height, light, lab } = view;
  const longer = max(width, height);
  const area = mask.reduce((sum, one) => sum + one, 0);
  const radius = sqrt(area / Math.PI);
  const { data } = gaussianBlur({ width, height, channels: 1, data: Float32Array.from(mask) }, max(1, calm * longer));
  const soft = gaussianBlur(light, max(1, longer * 0.0015));
  const found: [number, number, number, number][] = [];
  const border = Math.ceil(max(3, near * longer * 2));
  for (let y = border; y < height - border; y++) {
    for (let x = border; x < width - border; x++) {
      const i = y * width + x;
      if (!mask[i] || (mask[i - 1] && mask[i + 1] && mask[i - width] && mask[i + width])) continue;
      const [gx, gy] = [data[i - 1] - data[i + 1], data[i - width] - data[i + width]];
      const length = hypot(gx, gy);
      if (length < 1e-3) continue;
      found.push([x, y, gx / length, gy / length]);
    }
  }
  const step = max(1, found.length / most);
  const out: Rim[] = [];
  const hue = (i: number): [number, number] => [1, 2].map((c) => lab[c][i] / max(0.1, lab[0][i])) as [number, number];
  const tone = (x: number, y: number): { light: number; hue: [number, number] } | null => {
    const [column, row] = [Math.round(x), Math.round(y)];
    if (column < 0 || row < 0 || column >= width || row >= height) return null;
    const i = row * width + column;
    return mask[i] === 1 ? { light: log(max(2e-3, soft.data[i])), hue: hue(i) } : null;
  };
  const reach = near * longer + 1;
  const deep = depths.map((depth) => depth * radius);
  const againstDeep = (x: number, y: number, nx: number, ny: number): number | null => {
    const own = tone(x - nx * reach, y - ny * reach);
    if (own === null) return null;
    const others = deep.flatMap((far) => {
      const value = tone(x - nx * far, y - ny * far);
      const isAlike = value && hypot(value.hue[0] - own.hue[0], value.hue[1] - own.hue[1]) < sameHue;
      return isAlike ? [value.light] : [];
    });
    return others.length === 0 ? null : own.light - others.reduce((sum, value) => sum + value, 0) / others.length;
  };
  for (let k = 0; k < found.length; k += step) {
    const [x, y, nx, ny] = found[k | 0];
    const across = (far: number): number => {
      const [a, b] = [1, -1].map((sign) => {
        const [column, row] = [Math.round(x + sign * nx * far), Math.round(y + sign * ny * far)];
        return Math.min(height - 1, max(0, row)) * width + Math.min(width - 1, max(0, column));
      });
      return hypot(lab[0][a] - lab[0][b], 2 * (lab[1][a] - lab[1][b]), 2 * (lab[2][a] - lab[2][b]));
    };
    const wide = across(0.01 * longer);
    out.push({
      outward: [nx, ny],
      inside: againstDeep(x, y, nx, ny),
      sharp: across(0.003 * longer) / max(0.02, wide),
      step: wide,
    });
  }
  return out;
}

import { offsets, type StencilEquations } from '../../../kernels/stencil';
import { boxWhere } from '../../../pixels/boxWhere';
import type { Size } from '../../../pixels/region';

/** Linear light, red, green and blue, a plane each. */
export type LightPlanes = readonly [Float32Array, Float32Array, Float32Array];

/** For each offset the number of its plane. */
const planeOfOffset = new Int8Array(25);
offsets.forEach(([dx, dy], k) => (planeOfOffset[(dy + 2) * 5 + dx + 2] = k));

/** For two px of a window of 3 x 3, by their numbers, the plane of the offset between them. */
const planeOfPair = Int8Array.from({ length: 81 }, (_, pair) => {
  const [i, j] = [Math.floor(pair / 9), pair % 9];
  return planeOfOffset[(Math.floor(j / 3) - Math.floor(i / 3) + 2) * 5 + (j % 3) - (i % 3) + 2];
});

/** The equations of the px whose matte is not known, on a grid that holds all of them. */
export interface Equations extends StencilEquations {
  /** px index of each unknown. */
  pixels: Int32Array;
  /** Where it lies on the grid. */
  places: Int32Array;
}

/** The smallest grid that holds all unknown px, and where each of them lies on it; -1 for what is known. */
function placed(
  unknown: Uint8Array,
  width: number,
  height: number,
): Pick<Equations, 'pixels' | 'places'> & { numbers: Int32Array; size: Size } {
  const box = boxWhere({ x: 0, y: 0, width, height }, (i) => unknown[i] === 1) ?? { x: 0, y: 0, width: 0, height: 0 };
  const size = { width: Math.ceil(box.width / 4) * 4, height: box.height };
  const numbers = new Int32Array(width * height).fill(-1);
  const [pixels, places]: number[][] = [[], []];
  for (let y = box.y; y < box.y + box.height; y++)
    for (let x = box.x; x < box.x + box.width; x++) {
      const i = y * width + x;
      if (!unknown[i]) continue;
      pixels.push(i);
      places.push((numbers[i] = (y - box.y) * size.width + x - box.x));
    }
  return { numbers, pixels: Int32Array.from(pixels), places: Int32Array.from(places), size };
}

/**
 * The matting Laplacian of Levin, Lischinski and Weiss 2008: in each window of 3 x 3 px the matte is taken to be a
 * linear function
 * of the colour. Only windows that hold an unknown px count.
 * @param alpha the matte; its values count where they are known
 * @param unknown 1 where it is not
 * @param smoothness epsilon of the windows' covariance, squared linear light
 */
export function mattingEquations(
  light: LightPlanes,
  width: number,
  height: number,
  alpha: Float32Array,
  unknown: Uint8Array,
  smoothness: number,
): Equations {
  const { numbers, pixels, places, size } = placed(unknown, width, height);
  const count = size.width * size.height;
  const equations: Equations = {
    ...size,
    pixels,
    places,
    diagonal: new Float32Array(count),
    ties: new Float32Array(count * offsets.length),
    right: new Float32Array(count),
  };
  const { diagonal, ties, right } = equations;
  const window = Array.from({ length: 9 }, (_, k) => (Math.floor(k / 3) - 1) * width + (k % 3) - 1);
  const colours = new Float64Array(27);
  const turned = new Float64Array(27);
  const [red, green, blue] = light;
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const centre = y * width + x;
      let touched = false;
      for (let k = 0; k < 9 && !touched; k++) touched = unknown[centre + window[k]] === 1;
      if (!touched) continue;
      let [meanRed, meanGreen, meanBlue] = [0, 0, 0];
      for (let k = 0; k < 9; k++) {
        const i = centre + window[k];
        meanRed += colours[k * 3] = red[i];
        meanGreen += colours[k * 3 + 1] = green[i];
        meanBlue += colours[k * 3 + 2] = blue[i];
      }
      meanRed /= 9;
      meanGreen /= 9;
      meanBlue /= 9;
      let [rr, rg, rb, gg, gb, bb] = [0, 0, 0, 0, 0, 0];
      for (let k = 0; k < 27; k += 3) {
        const r = (colours[k] -= meanRed);
        const g = (colours[k + 1] -= meanGreen);
        const b = (colours[k + 2] -= meanBlue);
        rr += r * r;
        rg += r * g;
        rb += r * b;
        gg += g * g;
        gb += g * b;
        bb += b * b;
      }
      rr = (rr + smoothness) / 9;
      gg = (gg + smoothness) / 9;
      bb = (bb + smoothness) / 9;
      rg /= 9;
      rb /= 9;
      gb /= 9;
      const [c0, c1, c2] = [gg * bb - gb * gb, rb * gb - rg * bb, rg * gb - rb * gg];
      const scale = 1 / (rr * c0 + rg * c1 + rb * c2);
      const [d1, d2, e2] = [rr * bb - rb * rb, rg * rb - rr * gb, rr * gg - rg * rg];
      for (let k = 0; k < 27; k += 3) {
        const [r, g, b] = [colours[k], colours[k + 1], colours[k + 2]];
        turned[k] = (c0 * r + c1 * g + c2 * b) * scale;
        turned[k + 1] = (c1 * r + d1 * g + d2 * b) * scale;
        turned[k + 2] = (c2 * r + d2 * g + e2 * b) * scale;
      }
      for (let i = 0; i < 9; i++) {
        const p = centre + window[i];
        const first = numbers[p];
        for (let j = i; j < 9; j++) {
          const q = centre + window[j];
          const second = numbers[q];
          if (first < 0 && second < 0) continue;
          const like =
            (1 +
              colours[i * 3] * turned[j * 3] +
              colours[i * 3 + 1] * turned[j * 3 + 1] +
              colours[i * 3 + 2] * turned[j * 3 + 2]) /
            9;
          if (i === j) diagonal[first] += 1 - like;
          else if (first < 0) right[second] += like * alpha[p];
          else if (second < 0) right[first] += like * alpha[q];
          else ties[planeOfPair[i * 9 + j] * count + first] -= like;
        }
      }
    }
  }
  return equations;
}

/** The same equations, to which wishes can be added. */
export const withWishes = (equations: Equations): Equations => ({
  ...equations,
  diagonal: equations.diagonal.slice(),
  right: equations.right.slice(),
});

/** Adds a wish: the matte at a place of the grid should be `value`, as strongly as `weight`. */
export function wish({ diagonal, right }: Equations, place: number, value: number, weight: number): void {
  diagonal[place] += weight;
  right[place] += weight * value;
}

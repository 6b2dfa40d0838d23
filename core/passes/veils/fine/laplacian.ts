/** Linear light, red, green and blue, a plane each. */
export type LightPlanes = readonly [Float32Array, Float32Array, Float32Array];

/** Offsets to the neighbours in a window of 5 x 5 that come after a px; the others are the same, seen from there. */
const ahead: [number, number][] = [];
for (let dy = 0; dy <= 2; dy++) for (let dx = -2; dx <= 2; dx++) if (dy > 0 || dx > 0) ahead.push([dx, dy]);
const aheadCount = ahead.length;
const placeOfOffset = new Int8Array(25);
ahead.forEach(([dx, dy], k) => (placeOfOffset[(dy + 2) * 5 + dx + 2] = k));

/** For two px of a window of 3 x 3, by their numbers, the place of the offset between them. */
const placeOfPair = Int8Array.from({ length: 81 }, (_, pair) => {
  const [i, j] = [Math.floor(pair / 9), pair % 9];
  return placeOfOffset[(Math.floor(j / 3) - Math.floor(i / 3) + 2) * 5 + (j % 3) - (i % 3) + 2];
});

/** The equations of the px whose matte is not known: symmetric, positive semi-definite. */
export interface Equations {
  /** px index of each unknown. */
  pixels: Int32Array;
  /** The diagonal, and for each unknown its ties to the unknowns ahead of it (`others`, -1 where there is none). */
  diagonal: Float64Array;
  others: Int32Array;
  ties: Float32Array;
  /** Right side: what the known neighbours say. */
  right: Float64Array;
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
  const numbers = new Int32Array(width * height).fill(-1);
  let count = 0;
  for (let i = 0; i < unknown.length; i++) if (unknown[i]) numbers[i] = count++;
  const pixels = new Int32Array(count);
  for (let i = 0; i < unknown.length; i++) if (numbers[i] >= 0) pixels[numbers[i]] = i;
  const equations: Equations = {
    pixels,
    diagonal: new Float64Array(count),
    others: new Int32Array(count * aheadCount).fill(-1),
    ties: new Float32Array(count * aheadCount),
    right: new Float64Array(count),
  };
  const { diagonal, others, ties, right } = equations;
  const offsets = Array.from({ length: 9 }, (_, k) => (Math.floor(k / 3) - 1) * width + (k % 3) - 1);
  const colours = new Float64Array(27);
  const turned = new Float64Array(27);
  const [red, green, blue] = light;
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const centre = y * width + x;
      let touched = false;
      for (let k = 0; k < 9 && !touched; k++) touched = unknown[centre + offsets[k]] === 1;
      if (!touched) continue;
      let [meanRed, meanGreen, meanBlue] = [0, 0, 0];
      for (let k = 0; k < 9; k++) {
        const i = centre + offsets[k];
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
        const p = centre + offsets[i];
        const first = numbers[p];
        for (let j = i; j < 9; j++) {
          const q = centre + offsets[j];
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
          else {
            const at = first * aheadCount + placeOfPair[i * 9 + j];
            others[at] = second;
            ties[at] -= like;
          }
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

/** Adds a wish: the matte of an unknown px should be `value`, as strongly as `weight`. */
export function wish({ diagonal, right }: Equations, unknown: number, value: number, weight: number): void {
  diagonal[unknown] += weight;
  right[unknown] += weight * value;
}

function multiply({ diagonal, others, ties }: Equations, from: Float64Array, to: Float64Array): void {
  for (let i = 0; i < from.length; i++) to[i] = diagonal[i] * from[i];
  for (let i = 0, at = 0; i < from.length; i++) {
    const own = from[i];
    let sum = 0;
    for (let k = 0; k < aheadCount; k++, at++) {
      const j = others[at];
      if (j < 0) continue;
      const tie = ties[at];
      sum += tie * from[j];
      to[j] += tie * own;
    }
    to[i] += sum;
  }
}

export interface SolveOptions {
  /** Ends when the error has fallen to this part of what it was at rest. */
  tolerance: number;
  /** Ends after so many steps at the latest. */
  steps: number;
  progress?(done: number): void;
}

/**
 * Conjugate gradients with the diagonal as preconditioner. `start` is changed in place. @returns the number of steps
 */
export function solve(equations: Equations, start: Float64Array, { tolerance, steps, progress }: SolveOptions): number {
  const { diagonal, right } = equations;
  const count = start.length;
  const rest = new Float64Array(count);
  const direction = new Float64Array(count);
  const product = new Float64Array(count);
  const scaled = new Float64Array(count);
  multiply(equations, start, product);
  let rightSize = 0;
  for (let i = 0; i < count; i++) {
    rest[i] = right[i] - product[i];
    rightSize += (right[i] * right[i]) / (diagonal[i] || 1);
  }
  const goal = tolerance * tolerance * Math.max(rightSize, 1e-12);
  let size = 0;
  for (let i = 0; i < count; i++) {
    scaled[i] = rest[i] / (diagonal[i] || 1);
    direction[i] = scaled[i];
    size += rest[i] * scaled[i];
  }
  const startSize = size;
  let step = 0;
  for (; step < steps && size > goal; step++) {
    multiply(equations, direction, product);
    let along = 0;
    for (let i = 0; i < count; i++) along += direction[i] * product[i];
    if (!(along > 0)) break;
    const length = size / along;
    let next = 0;
    for (let i = 0; i < count; i++) {
      start[i] += length * direction[i];
      const left = (rest[i] -= length * product[i]);
      const one = (scaled[i] = left / (diagonal[i] || 1));
      next += left * one;
    }
    const share = next / size;
    for (let i = 0; i < count; i++) direction[i] = scaled[i] + share * direction[i];
    size = next;
    progress?.(Math.min(1, Math.log(size / startSize) / Math.log(goal / startSize)));
  }
  return step;
}

import type { Level } from '../../../pictures/pyramid';
import { decodeByte } from '../../../pixels/transfer';
import type { Point } from '../../../shape/affine';

/** Looked up once: these loops are hot. */
const { min, max, floor, abs, exp, ceil, sqrt } = Math;

/** Profiles reach so far to each side of the line, px, in steps of so much. */
export const profileReach = 8;
export const profileStep = 0.5;
/** Values of one profile. */
export const profileCount = (2 * profileReach) / profileStep + 1;
/** Both sides' own colours are looked for from here on, px from the line, and over so many px along it to each side. */
const [sideFrom, sideAlong] = [2.5, 10];

/** What a photograph does across a line. */
export interface Profiles {
  /** For each place, how much of the front's colour there is from inside to outside: about 1 to 0. */
  shares: Float32Array;
  /** How far both sides' colours lie apart at each place, linear light. */
  apart: Float32Array;
}

/**
 * Reads a photograph across a closed line: linear light along the normals, seen along the colour in which both sides
 * differ there.
 * @param mask px in front: what lies beyond another border says nothing of its side
 */
export function profilesAcross(
  picture: Level,
  mask: Uint8Array,
  line: readonly Point[],
  normals: readonly Point[],
): Profiles {
  const count = line.length;
  const lights = new Float32Array(count * profileCount * 3);
  const sides = new Float32Array(count * 8);
  const middle = (profileCount - 1) / 2;
  for (let i = 0; i < count; i++) {
    for (let k = 0; k < profileCount; k++) {
      const t = (k - middle) * profileStep;
      const [x, y] = [line[i][0] + normals[i][0] * t, line[i][1] + normals[i][1] * t];
      const to = (i * profileCount + k) * 3;
      lightAt(picture, x, y, lights, to);
      if (abs(t) < sideFrom) continue;
      const isFront = mask[pixelAt(picture, x, y)] !== 0;
      if (isFront !== t < 0) continue;
      // Nearer counts more: what is far off may be another thing.
      const weight = exp(-(abs(t) - sideFrom) / 2);
      const at = i * 8 + (isFront ? 0 : 4);
      for (let c = 0; c < 3; c++) sides[at + c] += weight * lights[to + c];
      sides[at + 3] += weight;
    }
  }
  const along = sumsAlong(sides, count, sideAlong);
  const shares = new Float32Array(count * profileCount);
  const apart = new Float32Array(count);
  const axis = [0, 0, 0];
  for (let i = 0; i < count; i++) {
    const [front, behind] = [along[i * 8 + 3], along[i * 8 + 7]];
    if (front < 1e-6 || behind < 1e-6) continue;
    let square = 0;
    for (let c = 0; c < 3; c++) {
      axis[c] = along[i * 8 + c] / front - along[i * 8 + 4 + c] / behind;
      square += axis[c] * axis[c];
    }
    apart[i] = sqrt(square);
    if (square < 1e-7) continue;
    for (let k = 0; k < profileCount; k++) {
      const at = (i * profileCount + k) * 3;
      let value = 0;
      for (let c = 0; c < 3; c++) value += (lights[at + c] - along[i * 8 + 4 + c] / behind) * axis[c];
      shares[i * profileCount + k] = value / square;
    }
  }
  return { shares, apart };
}

/** Sums over a window along a closed line, of eight values for each place. */
function sumsAlong(values: Float32Array, count: number, reach: number): Float32Array {
  const span = min(reach, floor((count - 1) / 2));
  const out = new Float32Array(values.length);
  for (let c = 0; c < 8; c++) {
    let sum = 0;
    for (let k = -span; k <= span; k++) sum += values[((k + count) % count) * 8 + c];
    for (let i = 0; i < count; i++) {
      out[i * 8 + c] = sum;
      sum += values[((i + span + 1) % count) * 8 + c] - values[((i - span + count) % count) * 8 + c];
    }
  }
  return out;
}

/** The px of a picture that a place lies in, or the nearest at its rim. */
export const pixelAt = ({ width, height }: Pick<Level, 'width' | 'height'>, x: number, y: number): number =>
  min(height - 1, max(0, floor(y))) * width + min(width - 1, max(0, floor(x)));

/** Reads linear light between px, bilinear; at the rim it stays as it is. @param to where its three values are put */
export function lightAt(
  { width, height, channels, bytes }: Level,
  x: number,
  y: number,
  out: Float32Array,
  to: number,
): void {
  const u = min(width - 1, max(0, x - 0.5));
  const v = min(height - 1, max(0, y - 0.5));
  const column = min(width - 2, floor(u));
  const row = min(height - 2, floor(v));
  // A picture that is one px wide or high has no neighbours.
  if (column < 0 || row < 0) {
    const at = (ceil(v) * width + ceil(u)) * channels;
    for (let c = 0; c < 3; c++) out[to + c] = decodeByte[bytes[at + (channels === 1 ? 0 : c)]];
    return;
  }
  const [s, t] = [u - column, v - row];
  const at = (row * width + column) * channels;
  const below = at + width * channels;
  for (let c = 0; c < 3; c++) {
    const own = channels === 1 ? 0 : c;
    const top = decodeByte[bytes[at + own]] * (1 - s) + decodeByte[bytes[at + channels + own]] * s;
    const low = decodeByte[bytes[below + own]] * (1 - s) + decodeByte[bytes[below + channels + own]] * s;
    out[to + c] = top * (1 - t) + low * t;
  }
}

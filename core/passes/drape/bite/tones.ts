import { gaussianBlur } from '../../../kernels/blur';
import { toLight, toOklab } from '../../../kernels/colour';
import { emptyRaster, type Raster } from '../../../pixels/raster';
import type { Region } from '../../../pixels/region';
import { contentKey, type Node } from '../../../graph/node';
import type { Bite } from '../schema';
import { hueOf, huesOfSurface, toneOf, type Hue } from './hues';

/** The part of the surface under the letters, and its px for each sheet px. */
export interface Ground {
  node: Node;
  /** Coverage of the letters: what lies under them tells their even tone. */
  letters: Node;
  region: Region;
  scale: number;
}

/**
 * The surface's own even tone: linear red, green and blue in four channels; a px for each of the ground's, or one px where
 * it is the same everywhere.
 */
export function evenNode({ even }: Bite, { node, letters, region, scale }: Ground): Node {
  return {
    isForAll: true,
    key: contentKey('even tone', node.key, even, even === null ? letters.key : '', region, scale),
    channels: 4,
    bounds: null,
    needs: () => ({
      ground: { node, region, scale },
      ...(even === null && { under: { node: letters, region, scale } }),
    }),
    compute(_, { ground, under }) {
      const light = toLight(ground);
      return even === null ? evenOf(light, under) : made(gaussianBlur(light, even * scale));
    },
  };
}

/** Of what is not clear. */
function made(light: Raster): Raster {
  const { data } = light;
  for (let at = 0; at < data.length; at += 4) {
    const alpha = data[at + 3];
    for (let c = 0; c < 3; c++) data[at + c] = alpha > 1e-3 ? data[at + c] / alpha : 1;
    data[at + 3] = 1;
  }
  return light;
}

/** So much of a surface is darker than what is taken for its even tone: inks are judged where light falls on them. */
const evenShare = 0.52;

/** Of each channel under letters: a few deep shadows, or lights, do not change what is taken for even. */
function evenOf({ data }: Raster, under: Raster): Raster {
  const out = emptyRaster(1, 1, 4);
  const count = data.length / 4;
  const isCovered = under.data.some((value) => value > 0.5);
  const step = Math.max(1, Math.floor(count / (4 * enough)));
  // Numbers of one kind are sorted many times faster than a list is.
  const values = new Float32Array(Math.ceil(count / step));
  for (let c = 0; c < 3; c++) {
    let known = 0;
    for (let i = 0; i < count; i += step)
      if (data[4 * i + 3] > 0.5 && (!isCovered || under.data[i] > 0.5))
        values[known++] = data[4 * i + c] / data[4 * i + 3];
    const sorted = values.subarray(0, known).sort();
    out.data[c] = known > 0 ? sorted[Math.floor(known * evenShare)] : 1;
  }
  out.data[3] = 1;
  return out;
}

/** The hues of the surface: a px for each, with a, b and the logarithm of its lit tone. */
export function huesNode({ node, region, scale }: Ground): Node {
  return {
    isForAll: true,
    key: contentKey('hues', node.key, region, scale),
    channels: 4,
    bounds: null,
    needs: () => ({ ground: { node, region, scale } }),
    compute(_, { ground }) {
      const hues = huesOfSurface(placesOf(ground));
      const out = emptyRaster(hues.length, 1, 4);
      hues.forEach(({ a, b, tone }, k) => out.data.set([a, b, tone, 1], 4 * k));
      return out;
    },
  };
}

export const readHues = ({ width, data }: Raster): Hue[] =>
  Array.from({ length: width }, (_, k) => ({ a: data[4 * k], b: data[4 * k + 1], tone: data[4 * k + 2] }));

/** So many places are enough to know hues by. */
const enough = 12000;

/** Of a surface, encoded: the hue and the logarithm of luminance, three for each place. */
export function placesOf(surface: Raster): Float32Array {
  const [{ data }, { data: lab }] = [toLight(surface), toOklab(surface)];
  const count = data.length / 4;
  const step = Math.max(1, Math.floor(count / enough));
  const out: number[] = [];
  for (let i = 0; i < count; i += step) {
    const at = 4 * i;
    if (data[at + 3] < 0.99) continue;
    out.push(...hueOf(lab[at], lab[at + 1], lab[at + 2]), toneOf(data[at], data[at + 1], data[at + 2]));
  }
  return Float32Array.from(out);
}

import { contentKey, type Needs, type Node } from '../../graph/node';
import { sheetAt } from '../../graph/tiles';
import { blurRegion } from '../../kernels/blur';
import { toLight } from '../../kernels/colour';
import { warp } from '../../kernels/warp';
import { lumaAt } from '../../pixels/luma';
import { emptyRaster, type Raster } from '../../pixels/raster';
import { smoothStep } from '../../pixels/smoothStep';
import type { Size } from '../../pixels/region';
import type { OwnShadow } from './schema';

/** Looked up once: these loops are hot. */
const { max, min } = Math;

/** Shadows are soft: longer side of the picture that they are measured on, px. */
const measuredSide = 1000;
/** A ground's even light is that of its brighter places: what lies below this part of the mean is left out. */
const bright = 0.97;
/** Beyond the threshold, over which part of the light a shadow becomes sure. */
const sureOver = 0.12;

/**
 * How dark a thing's own shadow is around it in its photograph: the part of the light that is missing, 0..1, one channel.
 * The even light of the ground is a normalised mean (Knutsson and Westin 1993) of its brighter places outside the thing,
 * along rows: a ground that recedes, and where it meets a wall, is level in most photographs.
 * @param photo the photographs, four channels
 * @param matte where the things are, one channel
 */
export function ownShadowNode(photo: Node, matte: Node, own: OwnShadow, sheet: Size): Node {
  const scale = min(1, measuredSide / max(sheet.width, sheet.height));
  const whole = sheetAt(sheet, scale);
  const dark: Node = {
    key: contentKey('own shadow, whole', photo.key, matte.key, own, sheet),
    channels: 1,
    bounds: null,
    isForAll: true,
    needs: (): Needs => ({
      photo: { node: photo, region: whole, scale },
      matte: { node: matte, region: whole, scale },
    }),
    compute: (_, { photo: seen, matte: cover }) => missingLight(seen, cover, own, scale),
  };
  return {
    key: contentKey('own shadow', dark.key),
    channels: 1,
    bounds: { x: 0, y: 0, ...sheet },
    needs: (): Needs => ({ dark: { node: dark, region: whole, scale } }),
    compute({ region, scale: wanted }, inputs) {
      const to = scale / wanted;
      const places = new Float32Array(region.width * region.height * 2);
      for (let y = 0, at = 0; y < region.height; y++)
        for (let x = 0; x < region.width; x++, at += 2) {
          places[at] = (region.x + x + 0.5) * to;
          places[at + 1] = (region.y + y + 0.5) * to;
        }
      return warp(inputs.dark, places, region.width, region.height, 'bilinear', 'repeat');
    },
  };
}

/** @param scale of both rasters, px to a sheet px */
export function missingLight(photo: Raster, matte: Raster, own: OwnShadow, scale: number): Raster {
  const { width, height } = photo;
  const lying = { x: 0, y: 0, width, height };
  const light = toLight(photo);
  const count = width * height;
  const soft = (values: Float32Array, sigma: number): Float32Array =>
    blurRegion({ width, height, channels: 1, data: values }, lying, lying, sigma).data;
  const luma = new Float32Array(count);
  const free = new Float32Array(count);
  for (let i = 0; i < count; i++) {
    const alpha = light.data[i * 4 + 3];
    luma[i] = alpha > 0 ? lumaAt(light.data, i * 4) / alpha : 0;
    // What is half covered shows the thing's own colour.
    free[i] = matte.data[i] < 0.02 ? alpha : 0;
  }
  const [across, down] = [max(2, Math.round(own.reach * scale * 2)), max(0.5, own.reach * scale * 0.04)];
  const mean = (weights: Float32Array): Float32Array => {
    const spread = (values: Float32Array): Float32Array => soft(alongRows(values, width, across), down);
    const sum = spread(luma.map((value, i) => value * weights[i]));
    const share = spread(weights);
    return sum.map((value, i) => value / max(1e-6, share[i]));
  };
  // The darkness itself pulls the mean down: twice, what lies below it is left out.
  let even = mean(free);
  for (let round = 0; round < 2; round++) even = mean(free.map((value, i) => (luma[i] > even[i] * bright ? value : 0)));
  const near = soft(matte.data, max(0.5, (own.reach * scale) / 3));
  const dark = new Float32Array(count);
  for (let i = 0; i < count; i++) {
    if (free[i] <= 0) continue;
    const missing = 1 - luma[i] / max(1e-5, even[i]);
    const sure = smoothStep((missing - own.threshold) / sureOver);
    dark[i] = max(0, missing) * sure * min(1, near[i] * 12);
  }
  keepTouching(dark, matte.data, width);
  const out = emptyRaster(width, height, 1);
  // Under the thing's soft edge the shadow goes on as it is beside it.
  const fill = max(1.5, own.blur * scale);
  const sum = soft(dark, fill);
  const share = soft(free, fill);
  for (let i = 0; i < count; i++)
    out.data[i] = min(1, max(0, own.strength * (share[i] > 1e-3 ? sum[i] / share[i] : 0)));
  return out;
}

/** What is hardly dark joins nothing. */
const joined = 0.08;

/** A shadow hangs together with what throws it: dark places that the thing does not touch are texture, and cleared. */
function keepTouching(dark: Float32Array, matte: Float32Array, width: number): void {
  const reached = new Uint8Array(dark.length);
  const queue = new Int32Array(dark.length);
  let [next, end] = [0, 0];
  const reach = (i: number): void => {
    if (reached[i] || dark[i] < joined) return;
    reached[i] = 1;
    queue[end++] = i;
  };
  const around = (i: number, visit: (other: number) => void): void => {
    const x = i % width;
    if (x > 0) visit(i - 1);
    if (x < width - 1) visit(i + 1);
    if (i >= width) visit(i - width);
    if (i + width < dark.length) visit(i + width);
  };
  for (let i = 0; i < dark.length; i++) if (matte[i] >= 0.02) around(i, reach);
  while (next < end) around(queue[next++], reach);
  for (let i = 0; i < dark.length; i++) if (!reached[i]) dark[i] = 0;
}

/** Each px the mean of those up to `reach` px to its left and right, twice over: a triangle. */
function alongRows(values: Float32Array, width: number, reach: number): Float32Array {
  const once = (from: Float32Array): Float32Array => {
    const out = new Float32Array(from.length);
    for (let start = 0; start < from.length; start += width) {
      let sum = 0;
      for (let x = 0; x < min(reach, width); x++) sum += from[start + x];
      for (let x = 0; x < width; x++) {
        if (x + reach < width) sum += from[start + x + reach];
        if (x - reach - 1 >= 0) sum -= from[start + x - reach - 1];
        out[start + x] = sum / (2 * reach + 1);
      }
    }
    return out;
  };
  return once(once(values));
}

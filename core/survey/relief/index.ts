import { gaussianBlur } from '../../kernels/blur';
import type { Raster } from '../../pixels/raster';
import type { CoarseView } from '../view';
import { towards } from '../light/harmonic';
import { integrate } from '../integrate';

/** Looked up once: these loops are hot. */
const { abs, exp, max, min, PI, tan } = Math;

/** Where the light comes from. */
export interface Direction {
  /** In the picture, degrees: 0 from the right, 90 from the top, counter-clockwise. */
  tilt: number;
  /** Above the surface's plane, degrees: 90 from the camera. */
  height: number;
}

/** A surface's height, towards the camera. */
export interface Relief {
  width: number;
  height: number;
  /** Plate px for each of its px. */
  factor: number;
  /** Plate px; the lowest place of the surface, but for a fiftieth of it, is 0. */
  heights: Float32Array;
}

export interface ReliefOptions {
  /** What is finer than this Gaussian is texture, and no relief; plate px. */
  texture?: number;
  /** What is broader than this Gaussian is the light's own unevenness; a part of the longer side. */
  broad?: number;
}

/** A texture's and the broad light's sigma: by these parts of the longer side. */
const [textureShare, broadShare] = [1 / 225, 0.14];
/** The light is never taken to stand lower, or higher, than this: degrees. */
const [lowest, highest] = [5, 75];
/** No place is darker, or lighter, against its even light than what turns away or towards it so far. */
const most = 1.6;
/** A step of colour this large (Oklab) is halfway to being paint, not shape. */
const colourStep = 0.012;

/**
 * Relief from shading (Pentland 1990): the slope along the light is (brightness / its own even light - 1) times the tangent
 * of the light's height, summed up to a surface in least squares (after Frankot and Chellappa 1988). Where the colour
 * changes it is the paint that does, and the slope is not trusted. The slow part is left out.
 */
export function reliefFromShading(view: CoarseView, { tilt, height }: Direction, options: ReliefOptions = {}): Relief {
  const { width, height: rows, factor, light } = view;
  const longer = max(width, rows);
  const texture = options.texture === undefined ? longer * textureShare : options.texture / factor;
  const broad = longer * (options.broad ?? broadShare);
  const soft = gaussianBlur(light, texture);
  const even = gaussianBlur(soft, broad);
  const steepness = tan((min(highest, max(lowest, height)) * PI) / 180);
  const slope = soft.data.map((value, i) => -min(most, value / max(1e-4, even.data[i]) - 1) * steepness);
  const along = towards(tilt);
  const heights = integrate({ width, height: rows, slope, weight: trust(view, texture), along });
  return {
    width,
    height: rows,
    factor,
    heights: aboveLowest(flattened({ width, height: rows, channels: 1, data: heights }, broad), factor),
  };
}

/** Where the colour steps, the brightness says nothing of the shape: 0..1. */
function trust({ width, height, lab: [, a, b] }: CoarseView, texture: number): Float32Array {
  const [red, blue] = [a, b].map((data) => gaussianBlur({ width, height, channels: 1, data }, texture).data);
  const out = new Float32Array(width * height);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      const right = x + 1 < width ? i + 1 : i;
      const below = y + 1 < height ? i + width : i;
      const step =
        abs(red[right] - red[i]) + abs(blue[right] - blue[i]) + abs(red[below] - red[i]) + abs(blue[below] - blue[i]);
      out[i] = exp(-((step / colourStep) ** 2)) + 1e-3;
    }
  }
  return out;
}

function flattened(heights: Raster, broad: number): Float32Array {
  const slow = gaussianBlur(heights, broad).data;
  return heights.data.map((value, i) => value - slow[i]);
}

/** Heights from the lowest, but for a fiftieth, in plate px. */
function aboveLowest(heights: Float32Array, factor: number): Float32Array {
  const some = heights.length > 20000 ? heights.filter((_, i) => i % 17 === 0) : heights.slice();
  const floor = some.sort()[(some.length / 50) | 0];
  return heights.map((value) => max(0, value - floor) * factor);
}

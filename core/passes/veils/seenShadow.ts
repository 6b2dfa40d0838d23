import type { Raster } from '../../pixels/raster';

/** Looked up once: these loops are hot. */
const { max, min, hypot, log, cos, sin, floor, PI } = Math;

/** The shadow that a thing throws beside itself in the photograph. */
export interface SeenShadow {
  /** How far its edge lies from the thing's, px. */
  far: number;
  /** What is left of the light in it: 1 is no shadow. */
  left: number;
  /** 0 to 1. */
  confidence: number;
}

/** So many rays are enough, and fewer are too few to tell. */
const [mostRays, leastRays] = [1500, 24];
/** A border that faces away from the light by less than this (cosine) throws nothing that is seen beside it. */
const facing = 0.5;
/** Light that is left in a shadow, at most: what is lighter may be anything. */
const lightest = 0.82;
/** The edge is looked for between stretches of this part of its distance, but no less than so many px. */
const [stretchShare, leastStretch] = [0.5, 2];
/** So much of the jump lies within a shorter stretch, px and part of the distance. */
const [leastSharp, shortest, shortShare] = [0.5, 4, 0.15];
/** A shadow as far as this from the thing at least, px: nearer is the softness of its own edge. */
const nearest = 3;

/**
 * How far the shadow of a thing reaches in the photograph: along rays from its border, the way the light falls, the light
 * jumps up where the shadow ends; what falls on things of several heights ends at several distances, and the median over
 * the rays jumps at the middle one of them.
 * @param light linear luminance, one channel
 * @param matte the thing, one channel, lying alike
 * @param angle where the light falls, degrees from the right, clockwise
 * @param most px at most
 * @returns null where no shadow is seen beside it
 */
export function seenShadow(light: Raster, matte: Raster, angle: number, most: number): SeenShadow | null {
  const direction: [number, number] = [cos((angle * PI) / 180), sin((angle * PI) / 180)];
  const rays = raysOf(light, matte, direction, most);
  if (rays.length < leastRays) return null;
  const profile = medianRay(rays);
  let best: { far: number; jump: number; inside: number } | null = null;
  for (let far = nearest; far < most; far++) {
    const stretch = max(leastStretch, floor(far * stretchShare));
    if (far + stretch > profile.length) break;
    const beyond = meanOf(profile, far, far + stretch);
    const jump = beyond - meanOf(profile, max(1, far - stretch), far);
    if (!best || jump > best.jump) best = { far, jump, inside: meanOf(profile, 1, far) - beyond };
  }
  // All of it, from the thing on, is darker than what lies beyond.
  if (!best || best.jump < -log(lightest) || best.inside > log(lightest)) return null;
  // And it ends at an edge: what grows lighter slowly is the ground's own shading.
  const near = Math.round(max(shortest, shortShare * best.far));
  const sharp =
    meanOf(profile, best.far, min(profile.length, best.far + near)) -
    meanOf(profile, max(1, best.far - near), best.far);
  if (sharp < leastSharp * best.jump) return null;
  // In how many rays it is darker before that place than behind it.
  const { far } = best;
  const own = rays.filter((ray) => ray.length > far + near);
  const agreeing = own.filter((ray) => meanOf(ray, 1, far) < meanOf(ray, far, min(ray.length, 2 * far))).length;
  return {
    far: best.far,
    left: Math.exp(-best.jump),
    confidence: min(1, rays.length / (4 * leastRays)) * max(0, (2 * agreeing) / max(1, own.length) - 1),
  };
}

/** Logarithms of the light along rays from the border of the thing, outwards; a ray ends where it meets the thing again. */
function raysOf(light: Raster, matte: Raster, [dx, dy]: [number, number], most: number): number[][] {
  const { width, height } = matte;
  const begins: [number, number][] = [];
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const at = y * width + x;
      if (matte.data[at] < 0.5) continue;
      const [gx, gy] = [matte.data[at - 1] - matte.data[at + 1], matte.data[at - width] - matte.data[at + width]];
      const steep = hypot(gx, gy);
      if (steep > 0.2 && (gx * dx + gy * dy) / steep > facing) begins.push([x + 0.5, y + 0.5]);
    }
  const step = max(1, begins.length / mostRays);
  const rays: number[][] = [];
  for (let k = 0; k < begins.length; k += step) {
    const [x0, y0] = begins[floor(k)];
    const ray: number[] = [];
    for (let far = 0; far < 1.6 * most; far++) {
      const [x, y] = [floor(x0 + dx * far), floor(y0 + dy * far)];
      if (x < 0 || y < 0 || x >= width || y >= height) break;
      const at = y * width + x;
      // The thing's own soft edge at the beginning is passed over.
      if (far > nearest && matte.data[at] > 0.2) break;
      ray.push(log(max(1e-4, light.data[at])));
    }
    if (ray.length > nearest + leastStretch) rays.push(ray);
  }
  return rays;
}

/** The median over all rays at each distance, as far as a quarter of them reaches. */
function medianRay(rays: readonly number[][]): number[] {
  const out: number[] = [];
  for (;;) {
    const here = rays.flatMap((ray) => (ray.length > out.length ? [ray[out.length]] : []));
    if (here.length < max(leastRays, rays.length / 4)) return out;
    out.push(median(here));
  }
}

function meanOf(ray: readonly number[], from: number, to: number): number {
  let sum = 0;
  for (let i = from; i < to; i++) sum += ray[i];
  return sum / max(1, to - from);
}

function median(values: number[]): number {
  if (values.length === 0) return 0;
  values.sort((a, b) => a - b);
  return values[floor(values.length / 2)];
}

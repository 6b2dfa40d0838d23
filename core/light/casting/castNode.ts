import { blurMargin, blurReach, blurRegion } from '../../kernels/blur';
import { warp, warpPlane } from '../../kernels/warp';
import { contentKey, touches, type Needs, type Node, type Request } from '../../graph/node';
import { withinBounds } from '../../graph/withinBounds';
import { emptyRaster, type Raster } from '../../pixels/raster';
import { grow, intersect, outerPixels, regionOfPoints, scaleRegion, type Region } from '../../pixels/region';
import { corners, type Point } from '../../shape/affine';
import { depthAt, throughHomography, timesHomography, type Homography } from '../../shape/homography';
import type { Falling } from './falls';

/** Looked up once: these loops are hot. */
const { abs, ceil, hypot, max, min, sin, PI } = Math;

/** How what falls looks where it lies. */
export interface CastLook {
  /** Sigma at the letters' full height above the foot, sheet px. */
  sigma: number;
  /** It is seen only on one side of a line: where this is above 0; sheet px. */
  side?: (point: Point) => number;
  sideKey?: unknown;
  /** What is left of it at a height above the foot, as a part of the letters' height. */
  left?: (height: number) => number;
  leftKey?: unknown;
  /** Moved to and fro across, sheet px, and how long the waves are. */
  ripple?: number;
  wave?: number;
}

/** It is blurred by these parts of the most; between them it is mixed. */
const steps = [0, 0.125, 0.25, 0.5, 1];
/** What shrinks is sampled in no more places to a px, across and down each. */
const mostSamples = 8;
/** Letters that hang below the foot, or stand over their box, count up to this height. */
export const highest = 1.3;

/**
 * Letters as they fall on what lies behind: seen through a homography, softer the farther from the foot. One channel or
 * four; four are taken as light.
 */
export function castNode(source: Node, falling: Falling, look: CastLook): Node {
  const { toShadow, toLetters, toBox } = falling;
  const soft = look.sigma * highest;
  const levels = steps.map((part) => levelNode(source, soft * part));
  const bounds = source.bounds && shadowBounds(levels[levels.length - 1].bounds!, toShadow);
  const own = bounds && grow(bounds, (look.ripple ?? 0) + 2);
  const wanted = (request: Request): number[] => {
    if (!levels[0].bounds) return [];
    if (soft * request.scale < 0.25) return [0];
    const [first, last] = stepsIn(request, falling);
    return levels.flatMap((_, step) => (step >= first && step <= last ? step : []));
  };
  return withinBounds({
    key: contentKey(
      'cast',
      source.key,
      toLetters,
      toBox,
      look.sigma,
      look.sideKey,
      look.leftKey,
      look.ripple,
      look.wave,
    ),
    channels: source.channels,
    bounds: own,
    needs: (request): Needs =>
      touches(own, request)
        ? Object.fromEntries(wanted(request).map((step) => [`level ${step}`, levels[step].need(request.scale)]))
        : {},
    compute(request, inputs) {
      const { region, scale } = request;
      const seen = wanted(request)
        .filter((step) => inputs[`level ${step}`])
        .map((step) => {
          const need = levels[step].need(scale);
          return { step, raster: sampled(inputs[`level ${step}`], need.region, need.scale, toLetters, request, look) };
        });
      if (seen.length === 0) return emptyRaster(region.width, region.height, source.channels);
      const one = seen.length === 1 ? seen[0].raster : mixed(seen, request, falling, source.channels);
      return fadedBy(one, request, falling, look);
    },
  });
}

/** The letters as soft as they are at one step: whole, so that all tiles share it. */
interface Level {
  /** Sheet px; null where there is nothing. */
  bounds: Region | null;
  /** @param scale of the request */
  need(scale: number): { node: Node; region: Region; scale: number };
}

/** What is soft is kept in fewer px: so many to a sigma. */
const pixelsToSigma = 3;
/** No level is kept in more values. */
const mostValues = 1.2e7;

function levelNode(source: Node, sigma: number): Level {
  const bounds = source.bounds && (source.bounds.width > 0 ? grow(source.bounds, blurReach(sigma) + 2) : null);
  const node: Node = {
    key: contentKey('soft letters', source.key, sigma),
    isForAll: true,
    channels: source.channels,
    bounds,
    needs: ({ region, scale }): Needs => ({
      source: { node: source, region: grow(region, blurMargin(sigma * scale)) },
    }),
    compute: ({ region, scale }, inputs) =>
      blurRegion(inputs.source, grow(region, blurMargin(sigma * scale)), region, sigma * scale),
  };
  return {
    bounds,
    need(scale) {
      const { width, height } = bounds!;
      const fine = sigma > 0 ? Math.min(scale, pixelsToSigma / sigma) : scale;
      const own = Math.min(fine, Math.sqrt(mostValues / (width * height * source.channels)));
      return { node, region: outerPixels(scaleRegion(bounds!, own)), scale: own };
    },
  };
}

/** Which step of softness a height is at, and how far it is on the way to the next. */
function stepAt(high: number): [step: number, share: number] {
  const part = min(1, max(0, high) / highest);
  let step = 0;
  while (step < steps.length - 2 && part > steps[step + 1]) step++;
  return [step, (part - steps[step]) / (steps[step + 1] - steps[step])];
}

/** The steps of softness that are needed in a region: those of the heights at its corners, and all between. */
function stepsIn({ region, scale }: Request, { toBox, isFront }: Falling): [first: number, last: number] {
  const heights = corners(region).map(([x, y]) => heightAt(toBox, x / scale, y / scale, isFront));
  // Beyond the horizon heights say nothing.
  if (heights.some((high) => !(high === high))) return [0, steps.length - 1];
  return [stepAt(min(...heights))[0], stepAt(max(...heights))[0] + 1];
}

/** What is nearer to the horizon than this part of what is farthest from it falls too far away to be followed. */
const leastDepth = 0.02;

/** The box that something falls into, as far as that lies before the horizon; null where none of it does. */
function regionThrough(region: Region, map: Homography): Region | null {
  const all = corners(region);
  // The middle of what falls lies before the horizon.
  const isFront = depthAt(map, [region.x + region.width / 2, region.y + region.height / 2]) > 0;
  const depths = all.map((corner) => (isFront ? 1 : -1) * depthAt(map, corner));
  const least = leastDepth * max(...depths);
  if (least <= 0) return null;
  // Cut along the line of least depth (Sutherland and Hodgman 1974).
  const before = all.flatMap((corner, k): Point[] => {
    const next = (k + 1) % all.length;
    const own: Point[] = depths[k] >= least ? [corner] : [];
    if (depths[k] >= least === depths[next] >= least) return own;
    const t = (least - depths[k]) / (depths[next] - depths[k]);
    const [x, y] = corner;
    return [...own, [x + t * (all[next][0] - x), y + t * (all[next][1] - y)]];
  });
  return regionOfPoints(before.map((corner) => throughHomography(map, corner)));
}

/** No shadow is followed farther than this, sheet px. */
const farthest = 40000;

function shadowBounds(bounds: Region, map: Homography): Region {
  const found = regionThrough(bounds, map);
  const all = { x: -farthest, y: -farthest, width: 2 * farthest, height: 2 * farthest };
  return (found && intersect(found, all)) ?? all;
}

/** How many source px a step of one px goes over, across and down. */
function strides(map: Homography, { region: { x, y, width, height }, scale }: Request, to: number): [number, number] {
  const middle: Point = [(x + width / 2) / scale, (y + height / 2) / scale];
  const at = (dx: number, dy: number): Point =>
    throughHomography(map, [middle[0] + dx / scale, middle[1] + dy / scale]);
  const [here, right, below] = [at(0, 0), at(1, 0), at(0, 1)];
  const count = (other: Point): number => {
    const far = hypot(other[0] - here[0], other[1] - here[1]) * to;
    return Number.isFinite(far) ? min(mostSamples, max(1, ceil(far - 0.2))) : mostSamples;
  };
  return [count(right), count(below)];
}

/** The source seen through the map in a region, several samples to a px where it shrinks. @param to source px to sheet px */
function sampled(
  source: Raster,
  from: Region,
  to: number,
  map: Homography,
  request: Request,
  { ripple = 0, wave = 1, side }: CastLook,
): Raster {
  const { region, scale } = request;
  const { width, height } = region;
  const [across, down] = strides(map, request, to);
  const sum = emptyRaster(width, height, source.channels);
  const whole = sum.data;
  const share = 1 / (across * down);
  for (let row = 0; row < down; row++)
    for (let column = 0; column < across; column++) {
      const off: Point = [(column + 0.5) / across - 0.5, (row + 0.5) / down - 0.5];
      // From output px to those of the source.
      const toSource = timesHomography(
        placing(to, -from.x, -from.y),
        timesHomography(map, placing(1 / scale, off[0] / scale, off[1] / scale)),
      );
      const { data } =
        ripple === 0
          ? warpPlane(source, toSource, region, 'bilinear', 'clear')
          : rippled(source, toSource, region, (y) => ripple * scale * sin((2 * PI * (y + off[1])) / (wave * scale)));
      for (let k = 0; k < data.length; k++) whole[k] += data[k] * share;
    }
  if (side) cutAtLine(sum, region, scale, side);
  return sum;
}

const placing = (scale: number, x: number, y: number): Homography => [scale, 0, x, 0, scale, y, 0, 0, 1];

/** @param shiftAt how far each row is moved across, output px */
function rippled(source: Raster, map: Homography, region: Region, shiftAt: (y: number) => number): Raster {
  const [a, b, c, d, e, f, g, h, i] = map;
  const { width, height } = region;
  const places = new Float32Array(width * height * 2);
  for (let y = 0, at = 0; y < height; y++) {
    const py = region.y + y + 0.5;
    const first = region.x + 0.5 + shiftAt(py);
    for (let x = 0; x < width; x++, at += 2) {
      const px = first + x;
      const depth = g * px + h * py + i;
      places[at] = (a * px + b * py + c) / depth;
      places[at + 1] = (d * px + e * py + f) / depth;
    }
  }
  return warp(source, places, width, height, 'bilinear', 'clear');
}

/** Takes away what lies beyond a line; on the line itself a px is parted. @param side a distance, so even over the region */
function cutAtLine(
  { data, width, height, channels }: Raster,
  region: Region,
  scale: number,
  side: (point: Point) => number,
): void {
  const at = (x: number, y: number): number =>
    side([(region.x + x + 0.5) / scale, (region.y + y + 0.5) / scale]) * scale + 0.5;
  const first = at(0, 0);
  const [right, down] = [at(1, 0) - first, at(0, 1) - first];
  for (let y = 0, i = 0; y < height; y++) {
    let share = first + y * down;
    for (let x = 0; x < width; x++, i += channels, share += right)
      if (share < 1) for (let c = 0; c < channels; c++) data[i + c] *= share > 0 ? share : 0;
  }
}

/** How high above the foot each place of a row came from, as a part of the letters' height; NaN beyond the horizon. */
function heightAt([, , , d, e, f, g, h, i]: Homography, x: number, y: number, isFront: boolean): number {
  const depth = g * x + h * y + i;
  return depth > 0 === isFront ? 1 - (d * x + e * y + f) / depth : NaN;
}

/** Every place as soft as its distance from the foot makes it. */
function mixed(
  seen: readonly { step: number; raster: Raster }[],
  { region, scale }: Request,
  { toBox, isFront }: Falling,
  channels: number,
): Raster {
  const levels = steps.map((_, step) => {
    const own = seen.find((one) => one.step === step) ?? seen.find((one) => one.step === step - 1);
    return (own ?? seen[0]).raster.data;
  });
  const out = emptyRaster(region.width, region.height, channels as 1 | 4);
  const { data } = out;
  const [, , , d, e, f, g, h, k] = toBox;
  const last = steps.length - 2;
  for (let y = 0, at = 0; y < region.height; y++) {
    const py = (region.y + y + 0.5) / scale;
    for (let x = 0; x < region.width; x++, at += channels) {
      const px = (region.x + x + 0.5) / scale;
      const depth = g * px + h * py + k;
      // Beyond the horizon there is nothing.
      if (depth > 0 !== isFront) continue;
      const part = min(1, max(0, 1 - (d * px + e * py + f) / depth) / highest);
      let step = 0;
      while (step < last && part > steps[step + 1]) step++;
      const t = (part - steps[step]) / (steps[step + 1] - steps[step]);
      const near = levels[step];
      const far = levels[step + 1];
      for (let c = at; c < at + channels; c++) data[c] = near[c] + (far[c] - near[c]) * t;
    }
  }
  return out;
}

function fadedBy(raster: Raster, { region, scale }: Request, { toBox, isFront }: Falling, { left }: CastLook): Raster {
  if (!left) return raster;
  const { channels, data } = raster;
  for (let y = 0, at = 0; y < region.height; y++)
    for (let x = 0; x < region.width; x++, at += channels) {
      const high = heightAt(toBox, (region.x + x + 0.5) / scale, (region.y + y + 0.5) / scale, isFront);
      const share = high === high ? min(1, max(0, left(abs(high)))) : 0;
      for (let c = 0; c < channels; c++) data[at + c] *= share;
    }
  return raster;
}

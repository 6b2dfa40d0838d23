import { boxMean } from '../scribble/contrast';

/** Looked up once: these loops are hot. */
const { max, min, floor, exp, cos, sin, sqrt, atan2, round, PI } = Math;

/** One plane of lightness. */
export interface Plane {
  width: number;
  height: number;
  data: Float32Array;
}

/** A place that is found again in another picture, and what it looks like. */
export interface Feature {
  /** px of the picture that was given. */
  x: number;
  y: number;
  /** How exactly it is known where it lies: px of the picture for each px that it was seen in. */
  grain: number;
  /** Of unit length: gradients by place and direction, seen along the feature's own direction. */
  looks: Float32Array;
}

/** Corners are told from edges by this share of the squared trace. */
const cornerness = 0.05;
/** Half the window that a corner is looked for in, and what is left free along the border, px. */
const [window, margin] = [2, 13];
/** Corners are taken from cells of this side, px, so many from each: so that they lie all over. */
const [cell, perCell] = [40, 3];
/** Half the disc by which a feature's direction is found, px. */
const reach = 8;
/** Looks are gathered from so many cells a side, each of so many px, in so many directions of gradients. */
const [cells, pixelsOfCell, directions] = [4, 5, 8];
/** No gradient counts for more than this of all. */
const loudest = 0.2;

/**
 * Corners (Harris and Stephens 1988), each with its direction by the middle of its brightness (Rosin 1999) and its looks
 * as histograms of gradients (Lowe 2004).
 * @param scale px of the picture for each px of the plane
 */
export function featuresOf(plane: Plane, scale: number): Feature[] {
  const { width, height, data } = plane;
  if (width <= 2 * margin + 2 || height <= 2 * margin + 2) return [];
  const [across, down] = gradientsOf(plane);
  const strength = cornerStrength(across, down, width, height);
  return strongest(strength, width, height).map((at) => {
    const [x, y] = [at % width, floor(at / width)];
    const direction = directionAt(data, width, x, y);
    return {
      x: (x + 0.5 + peakOf(strength[at - 1], strength[at], strength[at + 1])) * scale,
      y: (y + 0.5 + peakOf(strength[at - width], strength[at], strength[at + width])) * scale,
      grain: scale,
      looks: looksAt(across, down, width, height, x, y, direction),
    };
  });
}

/** Where a parabola through three neighbours is highest, from the middle one: px. */
const peakOf = (before: number, here: number, after: number): number =>
  max(-0.5, min(0.5, (before - after) / (2 * (before - 2 * here + after) || -1)));

function gradientsOf({ width, height, data }: Plane): [Float32Array, Float32Array] {
  const [across, down] = [new Float32Array(data.length), new Float32Array(data.length)];
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
      across[i] = (data[i + 1] - data[i - 1]) / 2;
      down[i] = (data[i + width] - data[i - width]) / 2;
    }
  }
  return [across, down];
}

function cornerStrength(across: Float32Array, down: Float32Array, width: number, height: number): Float32Array {
  const mean = (plane: Float32Array): Float32Array => boxMean(plane, width, height, window);
  const xx = mean(across.map((value) => value * value));
  const yy = mean(down.map((value) => value * value));
  const xy = mean(across.map((value, i) => value * down[i]));
  return xx.map((value, i) => value * yy[i] - xy[i] * xy[i] - cornerness * (value + yy[i]) ** 2);
}

/** The strongest of each cell that are the strongest among their neighbours. */
function strongest(strength: Float32Array, width: number, height: number): number[] {
  const columns = Math.ceil(width / cell);
  const byCell: number[][] = Array.from({ length: columns * Math.ceil(height / cell) }, () => []);
  for (let y = margin; y < height - margin; y++) {
    for (let x = margin, i = y * width + margin; x < width - margin; x++, i++) {
      const own = strength[i];
      if (own <= 0) continue;
      let isPeak = true;
      for (let v = -2; v <= 2 && isPeak; v++)
        for (let u = -2; u <= 2 && isPeak; u++) isPeak = (u === 0 && v === 0) || strength[i + v * width + u] < own;
      if (isPeak) byCell[floor(y / cell) * columns + floor(x / cell)].push(i);
    }
  }
  return byCell.flatMap((list) => list.sort((a, b) => strength[b] - strength[a]).slice(0, perCell));
}

function directionAt(data: Float32Array, width: number, x: number, y: number): number {
  let [right, below] = [0, 0];
  for (let v = -reach; v <= reach; v++) {
    for (let u = -reach; u <= reach; u++) {
      if (u * u + v * v > reach * reach) continue;
      const value = data[(y + v) * width + x + u];
      right += u * value;
      below += v * value;
    }
  }
  return atan2(below, right);
}

function looksAt(
  across: Float32Array,
  down: Float32Array,
  width: number,
  height: number,
  x: number,
  y: number,
  direction: number,
): Float32Array {
  const out = new Float32Array(cells * cells * directions);
  const half = (cells * pixelsOfCell) / 2;
  const [c, s] = [cos(direction), sin(direction)];
  for (let v = -half + 0.5; v < half; v++) {
    for (let u = -half + 0.5; u < half; u++) {
      const column = min(width - 1, max(0, round(x + u * c - v * s)));
      const row = min(height - 1, max(0, round(y + u * s + v * c)));
      const [gx, gy] = [across[row * width + column], down[row * width + column]];
      const strength = sqrt(gx * gx + gy * gy) * exp(-(u * u + v * v) / (2 * half * half));
      const turn = (((atan2(gy, gx) - direction) / (2 * PI)) * directions + 2 * directions) % directions;
      const [first, share] = [floor(turn), turn - floor(turn)];
      const at = (floor((v + half) / pixelsOfCell) * cells + floor((u + half) / pixelsOfCell)) * directions;
      out[at + first] += strength * (1 - share);
      out[at + ((first + 1) % directions)] += strength * share;
    }
  }
  return ofUnitLength(ofUnitLength(out).map((value) => min(loudest, value)));
}

function ofUnitLength(vector: Float32Array): Float32Array {
  const length = sqrt(vector.reduce((sum, value) => sum + value * value, 0));
  return length > 0 ? vector.map((value) => value / length) : vector;
}

import type { Region } from '../pixels/region';
import type { Point } from './affine';
import type { Path } from './path';

/** Smallest box seen so far: left, top, right, bottom. */
type Box = [number, number, number, number];

/**
 * The region that the path's ink fills, exactly (of the curves, not of their control points); null for an empty path.
 */
export function pathBounds(path: Path): Region | null {
  const box: Box = [Infinity, Infinity, -Infinity, -Infinity];
  let from: Point = [0, 0];
  for (const step of path) {
    grow(box, step.to[0], step.to[1]);
    if (step.kind === 'quadratic') growQuadratic(box, from, step.control, step.to);
    else if (step.kind === 'cubic') growCubic(box, from, step.control1, step.control2, step.to);
    from = step.to;
  }
  return box[0] > box[2] ? null : { x: box[0], y: box[1], width: box[2] - box[0], height: box[3] - box[1] };
}

function grow(box: Box, x: number, y: number): void {
  if (x < box[0]) box[0] = x;
  if (y < box[1]) box[1] = y;
  if (x > box[2]) box[2] = x;
  if (y > box[3]) box[3] = y;
}

const within = (value: number, a: number, b: number): boolean => value >= Math.min(a, b) && value <= Math.max(a, b);

function growQuadratic(box: Box, from: Point, control: Point, to: Point): void {
  if (within(control[0], from[0], to[0]) && within(control[1], from[1], to[1])) return;
  for (const axis of [0, 1] as const) {
    const t = (from[axis] - control[axis]) / (from[axis] - 2 * control[axis] + to[axis]);
    if (!(t > 0 && t < 1)) continue;
    const s = 1 - t;
    const at = (c: 0 | 1): number => s * s * from[c] + 2 * s * t * control[c] + t * t * to[c];
    grow(box, at(0), at(1));
  }
}

function growCubic(box: Box, from: Point, c1: Point, c2: Point, to: Point): void {
  if ([c1, c2].every((control) => within(control[0], from[0], to[0]) && within(control[1], from[1], to[1]))) return;
  for (const axis of [0, 1] as const) {
    // The derivative is a quadratic a t^2 + b t + c, up to a factor of 3.
    const a = to[axis] - 3 * c2[axis] + 3 * c1[axis] - from[axis];
    const b = 2 * (c2[axis] - 2 * c1[axis] + from[axis]);
    const c = c1[axis] - from[axis];
    for (const t of rootsOf(a, b, c)) {
      if (!(t > 0 && t < 1)) continue;
      const s = 1 - t;
      const at = (k: 0 | 1): number =>
        s * s * s * from[k] + 3 * s * s * t * c1[k] + 3 * s * t * t * c2[k] + t * t * t * to[k];
      grow(box, at(0), at(1));
    }
  }
}

function rootsOf(a: number, b: number, c: number): number[] {
  if (Math.abs(a) < 1e-12) return b === 0 ? [] : [-c / b];
  const inner = b * b - 4 * a * c;
  if (inner < 0) return [];
  const root = Math.sqrt(inner);
  return [(-b + root) / (2 * a), (-b - root) / (2 * a)];
}

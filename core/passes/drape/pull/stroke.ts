import { falloff } from '../../../graph/brushed';
import type { PullStroke } from '../schema';

/** Looked up once: these loops are hot. */
const { ceil, cos, floor, hypot, max, min, sin } = Math;

/** Where each place shows letters from: `from - place`, px of the field's own grid. */
export interface PullField {
  width: number;
  height: number;
  across: Float32Array;
  down: Float32Array;
}

/** Dabs follow one another by this part of the radius: so none of them folds letters over. */
const spacing = 1 / 8;
/** How much one dab swells, turns (radians) or calms. */
const [swelling, turning, calming] = [0.05, 0.06, 0.12];
/** A touch without a drag is so many dabs. */
const touched = 5;

interface Dab {
  x: number;
  y: number;
  /** How far the brush has come since the last dab. */
  dx: number;
  dy: number;
}

/** The dabs of a stroke: at even distances along its line. */
export function dabsOf(points: readonly (readonly [number, number])[], step: number): Dab[] {
  const [first, ...rest] = points;
  const still = { x: first[0], y: first[1], dx: 0, dy: 0 };
  if (rest.length === 0) return Array.from({ length: touched }, () => still);
  const dabs: Dab[] = [];
  let [x, y] = first;
  for (const [toX, toY] of rest) {
    const far = hypot(toX - x, toY - y);
    const count = floor(far / step);
    if (count === 0) continue;
    const [dx, dy] = [((toX - x) / far) * step, ((toY - y) / far) * step];
    for (let i = 0; i < count; i++) {
      x += dx;
      y += dy;
      dabs.push({ x, y, dx, dy });
    }
  }
  return dabs;
}

/**
 * Draws a stroke into a field, in place: each dab moves what the field shows by then, so strokes add up as on wet paint.
 * @param stroke with points and radius in px of the field
 * @param fence how far each place may be moved, 0..1; null: everywhere
 */
export function drawPull(field: PullField, stroke: PullStroke, fence: Float32Array | null): void {
  const step = max(0.25, stroke.radius * spacing);
  for (const dab of dabsOf(stroke.points, step)) drawDab(field, stroke, dab, fence);
}

function drawDab(
  field: PullField,
  { kind, radius, softness, strength }: PullStroke,
  dab: Dab,
  fence: Float32Array | null,
): void {
  const { width, height, across, down } = field;
  const [left, right] = [max(0, floor(dab.x - radius)), min(width, ceil(dab.x + radius) + 1)];
  const [top, bottom] = [max(0, floor(dab.y - radius)), min(height, ceil(dab.y + radius) + 1)];
  if (left >= right || top >= bottom) return;
  const changed: [Float32Array, Float32Array] = [
    new Float32Array((right - left) * (bottom - top)),
    new Float32Array((right - left) * (bottom - top)),
  ];
  for (let y = top, to = 0; y < bottom; y++) {
    for (let x = left; x < right; x++, to++) {
      const i = y * width + x;
      const [px, py] = [x + 0.5 - dab.x, y + 0.5 - dab.y];
      const weight = falloff(hypot(px, py) / radius, softness) * strength * (fence ? fence[i] : 1);
      if (weight <= 0) {
        changed[0][to] = across[i];
        changed[1][to] = down[i];
        continue;
      }
      if (kind === 'calm') {
        changed[0][to] = across[i] * (1 - calming * weight);
        changed[1][to] = down[i] * (1 - calming * weight);
        continue;
      }
      const [dx, dy] = shiftOf(kind, px, py, weight, dab);
      changed[0][to] = dx + between(across, field, x + dx, y + dy);
      changed[1][to] = dy + between(down, field, x + dx, y + dy);
    }
  }
  const run = right - left;
  for (let y = top, from = 0; y < bottom; y++, from += run) {
    across.set(changed[0].subarray(from, from + run), y * width + left);
    down.set(changed[1].subarray(from, from + run), y * width + left);
  }
}

/** Where a place within the brush shows from. */
function shiftOf(
  kind: Exclude<PullStroke['kind'], 'calm'>,
  px: number,
  py: number,
  weight: number,
  { dx, dy }: Dab,
): [number, number] {
  if (kind === 'pull') return [-weight * dx, -weight * dy];
  if (kind === 'swell') return [-weight * swelling * px, -weight * swelling * py];
  if (kind === 'pinch') return [weight * swelling * px, weight * swelling * py];
  const turn = -weight * turning;
  return [px * (cos(turn) - 1) - py * sin(turn), px * sin(turn) + py * (cos(turn) - 1)];
}

/** A value between the field's px, whose centres are at whole numbers here. */
function between(values: Float32Array, { width, height }: PullField, x: number, y: number): number {
  const [cx, cy] = [min(width - 1, max(0, x)), min(height - 1, max(0, y))];
  const [column, row] = [floor(cx), floor(cy)];
  const [tx, ty] = [cx - column, cy - row];
  const at = row * width + column;
  const right = column + 1 < width ? 1 : 0;
  const below = row + 1 < height ? width : 0;
  const upper = values[at] + (values[at + right] - values[at]) * tx;
  const lower = values[at + below] + (values[at + below + right] - values[at + below]) * tx;
  return upper + (lower - upper) * ty;
}

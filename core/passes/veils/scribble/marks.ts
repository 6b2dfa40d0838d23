import type { Region } from '../../../pixels/region';
import type { Point } from '../../../shape/affine';

/** A rough stroke that says what it lies on. */
export interface Mark {
  side: 'front' | 'behind';
  /** Half its width, plate px. */
  radius: number;
  /** Plate px. */
  points: readonly (readonly [number, number])[];
}

/** Nothing marked, or what the last stroke over a px marked. */
export const [unmarked, markedFront, markedBehind] = [0, 1, 2];

/**
 * Draws marks on to a grid.
 * @param factor plate px for each px of the grid
 * @param lying where the grid lies on the plate, in its own px
 */
export function drawMarks(marks: readonly Mark[], factor: number, lying: Region): Uint8Array {
  const out = new Uint8Array(lying.width * lying.height);
  for (const mark of marks) {
    const code = mark.side === 'front' ? markedFront : markedBehind;
    // A stroke thinner than a px still marks the px that it runs through.
    const radius = Math.max(0.71, mark.radius / factor);
    const points = mark.points.map(([x, y]): [number, number] => [x / factor - lying.x, y / factor - lying.y]);
    points.forEach((from, i) => {
      if (i === points.length - 1 && i > 0) return;
      fillCapsule(out, lying.width, lying.height, from, points[i + 1] ?? from, radius, code);
    });
  }
  return out;
}

/** Fills all px whose centres lie within `radius` of a segment; it is convex, so each row has one stretch. */
function fillCapsule(
  out: Uint8Array,
  width: number,
  height: number,
  [ax, ay]: Point,
  [bx, by]: Point,
  radius: number,
  code: number,
): void {
  const length = Math.hypot(bx - ax, by - ay);
  // The corners of the rectangle along the segment.
  const [sx, sy] = length > 0 ? [(-(by - ay) / length) * radius, ((bx - ax) / length) * radius] : [0, 0];
  const corners: Point[] = [
    [ax + sx, ay + sy],
    [bx + sx, by + sy],
    [bx - sx, by - sy],
    [ax - sx, ay - sy],
  ];
  const top = Math.max(0, Math.floor(Math.min(ay, by) - radius));
  const bottom = Math.min(height - 1, Math.ceil(Math.max(ay, by) + radius));
  for (let row = top; row <= bottom; row++) {
    const y = row + 0.5;
    let left = Infinity;
    let right = -Infinity;
    for (const [cx, cy] of [
      [ax, ay],
      [bx, by],
    ]) {
      const half = radius * radius - (y - cy) ** 2;
      if (half < 0) continue;
      left = Math.min(left, cx - Math.sqrt(half));
      right = Math.max(right, cx + Math.sqrt(half));
    }
    for (let k = 0; k < 4 && length > 0; k++) {
      const [[x0, y0], [x1, y1]] = [corners[k], corners[(k + 1) % 4]];
      if (y < Math.min(y0, y1) || y > Math.max(y0, y1) || y0 === y1) continue;
      const x = x0 + ((x1 - x0) * (y - y0)) / (y1 - y0);
      left = Math.min(left, x);
      right = Math.max(right, x);
    }
    const from = Math.max(0, Math.ceil(left - 0.5));
    const to = Math.min(width - 1, Math.floor(right - 0.5));
    if (from <= to) out.fill(code, row * width + from, row * width + to + 1);
  }
}

/** px that are taken from each stroke. */
const samplesPerMark = 360;
/** Places across a stroke, in its radius. */
const lanes = [0, -0.5, 0.5];

/**
 * px under the strokes of one side, as many from each stroke: a small one is meant as much as a large one.
 * @param drawn what `drawMarks` made of all strokes on the same grid; what a later stroke has covered is left out
 */
export function pixelsUnder(
  marks: readonly Mark[],
  side: Mark['side'],
  factor: number,
  lying: Region,
  drawn: Uint8Array,
): Int32Array {
  const out: number[] = [];
  const code = side === 'front' ? markedFront : markedBehind;
  for (const mark of marks) {
    if (mark.side !== side) continue;
    const spans = mark.points
      .map((point, i) => [point, mark.points[i + 1] ?? point] as const)
      .filter((_, i) => i === 0 || i < mark.points.length - 1);
    const lengths = spans.map(([[ax, ay], [bx, by]]) => Math.hypot(bx - ax, by - ay));
    const step = Math.max(
      0.5 * factor,
      (lengths.reduce((sum, length) => sum + length, 0) * lanes.length) / samplesPerMark,
    );
    spans.forEach(([[ax, ay], [bx, by]], i) => {
      const length = lengths[i] || 1;
      for (let along = 0; along <= lengths[i]; along += step) {
        for (const lane of lanes) {
          const x = ax + ((bx - ax) * along - (by - ay) * lane * mark.radius) / length;
          const y = ay + ((by - ay) * along + (bx - ax) * lane * mark.radius) / length;
          const [column, row] = [Math.floor(x / factor - lying.x), Math.floor(y / factor - lying.y)];
          if (column < 0 || row < 0 || column >= lying.width || row >= lying.height) continue;
          const pixel = row * lying.width + column;
          if (drawn[pixel] === code) out.push(pixel);
        }
      }
    });
  }
  return Int32Array.from(out);
}

import { grow, intersect, outerPixels, regionOfPoints, type Region } from '../../../pixels/region';
import { distanceToSegment } from '../../../shape/simplify';

/** A rough stroke that says what it lies on. */
export interface Mark {
  side: 'front' | 'behind';
  /** Half its width, plate px. */
  radius: number;
  /** Plate px. */
  points: readonly (readonly [number, number])[];
}

/** Nothing said, or what the last stroke over a px said. */
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
      const to = points[i + 1] ?? from;
      const box = intersect({ ...lying, x: 0, y: 0 }, outerPixels(grow(regionOfPoints([from, to])!, radius)));
      if (!box) return;
      for (let y = box.y; y < box.y + box.height; y++) {
        for (let x = box.x; x < box.x + box.width; x++) if (distanceToSegment([x + 0.5, y + 0.5], from, to) <= radius) out[y * lying.width + x] = code;
      }
    });
  }
  return out;
}

/** px that are taken from each stroke. */
const samplesPerMark = 360;
/** Places across a stroke, in its radius. */
const lanes = [0, -0.5, 0.5];

/**
 * px under the strokes of one side, as many from each stroke: a small one is meant as much as a large one.
 * @param drawn what `drawMarks` made of all strokes on the same grid; what a later stroke has covered is left out
 */
export function pixelsUnder(marks: readonly Mark[], side: Mark['side'], factor: number, lying: Region, drawn: Uint8Array): Int32Array {
  const out: number[] = [];
  const code = side === 'front' ? markedFront : markedBehind;
  for (const mark of marks) {
    if (mark.side !== side) continue;
    const spans = mark.points.map((point, i) => [point, mark.points[i + 1] ?? point] as const).filter((_, i) => i === 0 || i < mark.points.length - 1);
    const lengths = spans.map(([[ax, ay], [bx, by]]) => Math.hypot(bx - ax, by - ay));
    const step = Math.max(0.5 * factor, (lengths.reduce((sum, length) => sum + length, 0) * lanes.length) / samplesPerMark);
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

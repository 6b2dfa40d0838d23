import type { Region } from '../../pixels/region';

/** How boxes can be brought into line. */
export const alignings = ['left', 'centre', 'right', 'top', 'middle', 'bottom'] as const;
export type Aligning = (typeof alignings)[number];

type Axis = 'x' | 'y';
const start = (box: Region, axis: Axis): number => (axis === 'x' ? box.x : box.y);
const length = (box: Region, axis: Axis): number => (axis === 'x' ? box.width : box.height);

/** How far each box must move to stand at the same side (or middle) of a frame. */
export function alignBoxes(boxes: readonly Region[], how: Aligning, frame: Region): { dx: number; dy: number }[] {
  const axis: Axis = how === 'left' || how === 'centre' || how === 'right' ? 'x' : 'y';
  const share = { left: 0, top: 0, centre: 0.5, middle: 0.5, right: 1, bottom: 1 }[how];
  return boxes.map((box) => {
    const move = start(frame, axis) + (length(frame, axis) - length(box, axis)) * share - start(box, axis);
    return axis === 'x' ? { dx: move, dy: 0 } : { dx: 0, dy: move };
  });
}

/**
 * How far each box must move so that the room between neighbours is the same; the outermost two stay. Fewer than three
 * stay as they are.
 */
export function distributeBoxes(boxes: readonly Region[], axis: Axis): { dx: number; dy: number }[] {
  const still = boxes.map(() => ({ dx: 0, dy: 0 }));
  if (boxes.length < 3) return still;
  const order = boxes.map((_, i) => i).sort((a, b) => start(boxes[a], axis) - start(boxes[b], axis));
  const [first, last] = [boxes[order[0]], boxes[order[order.length - 1]]];
  const taken = boxes.reduce((sum, box) => sum + length(box, axis), 0);
  const room = (start(last, axis) + length(last, axis) - start(first, axis) - taken) / (boxes.length - 1);
  let at = start(first, axis);
  for (const i of order) {
    still[i] = axis === 'x' ? { dx: at - boxes[i].x, dy: 0 } : { dx: 0, dy: at - boxes[i].y };
    at += length(boxes[i], axis) + room;
  }
  return still;
}

/** Degrees by which a line drawn from one point to another falls; words set along it read from left to right. */
export function slopeDegrees(from: readonly [number, number], to: readonly [number, number]): number {
  const [left, right] = from[0] <= to[0] ? [from, to] : [to, from];
  return (Math.atan2(right[1] - left[1], right[0] - left[0]) * 180) / Math.PI;
}

/** A slope turned about its middle until it falls by so many degrees; its ends are put in order from left to right. */
export function turnedSlope(
  from: readonly [number, number],
  to: readonly [number, number],
  degrees: number,
): { from: [number, number]; to: [number, number] } {
  const [cx, cy] = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
  const half = Math.hypot(to[0] - from[0], to[1] - from[1]) / 2;
  const angle = (degrees * Math.PI) / 180;
  const [dx, dy] = [Math.cos(angle) * half, Math.sin(angle) * half];
  return { from: [cx - dx, cy - dy], to: [cx + dx, cy + dy] };
}

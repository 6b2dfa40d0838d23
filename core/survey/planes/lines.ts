import type { Segment } from './segments';

/** Looked up once: these loops are hot. */
const { abs, atan2, max, min, PI } = Math;

/** A straight line, from left to right. */
export interface Line {
  from: readonly [number, number];
  to: readonly [number, number];
}

/** Segments lie on one line where they are turned against it by no more than this, rad, and are no farther off it, px. */
const [turned, aside] = [0.02, 1.6];
/** Shorter lines, as parts of the picture's longer side, and those of which less is seen, are not told. */
const [shortest, seen] = [0.25, 0.4];
const most = 12;

/**
 * The longest straight lines that segments lie on together: an edge goes on behind what stands before it.
 * @returns in the segments' px, the plainest first: by length and by how much the picture changes across
 */
export function longestLines(
  segments: readonly Segment[],
  { width, height }: { width: number; height: number },
): Line[] {
  const left = new Set(segments.map((_, i) => i));
  const found: { line: Line; weight: number }[] = [];
  // From the longest on: it says where the line runs, and all others that lie on it go with it.
  segments.forEach((segment, i) => {
    if (!left.has(i) || segment.length < 0.04 * max(width, height)) return;
    const [dx, dy] = [segment.to[0] - segment.from[0], segment.to[1] - segment.from[1]];
    const [ux, uy] = [dx / segment.length, dy / segment.length];
    const at = ([x, y]: readonly [number, number]): [number, number] => {
      const [rx, ry] = [x - segment.from[0], y - segment.from[1]];
      return [rx * ux + ry * uy, ry * ux - rx * uy];
    };
    const spans: [number, number][] = [];
    let weight = 0;
    segments.forEach((other, k) => {
      if (!left.has(k)) return;
      const turn = abs(atan2(other.to[1] - other.from[1], other.to[0] - other.from[0]) - atan2(dy, dx)) % PI;
      if (min(turn, PI - turn) > turned + 1 / other.length) return;
      const [[s, off], [t, offEnd]] = [at(other.from), at(other.to)];
      if (max(abs(off), abs(offEnd)) > aside) return;
      left.delete(k);
      spans.push([min(s, t), max(s, t)]);
      weight += other.length * other.strength;
    });
    const [first, last] = [min(...spans.map(([s]) => s)), max(...spans.map(([, t]) => t))];
    const length = last - first;
    if (length < shortest * max(width, height) || covered(spans) < seen * length) return;
    const place = (t: number): [number, number] => [segment.from[0] + t * ux, segment.from[1] + t * uy];
    const ends = [place(first), place(last)].sort(([p], [q]) => p - q);
    found.push({ line: { from: ends[0], to: ends[1] }, weight });
  });
  return found
    .sort((a, b) => b.weight - a.weight)
    .slice(0, most)
    .map(({ line }) => line);
}

/** How much of a line its segments cover together. */
function covered(spans: [number, number][]): number {
  let [sum, end] = [0, -Infinity];
  for (const [s, t] of spans.sort(([p], [q]) => p - q)) {
    sum += max(0, t - max(s, end));
    end = max(end, t);
  }
  return sum;
}

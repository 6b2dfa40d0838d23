import type { Picture } from '../../../pictures/pyramid';
import { grow, outerPixels, regionOfPoints, scaleRegion } from '../../../pixels/region';
import type { Point } from '../../../shape/affine';
import { simplify } from '../../../shape/simplify';
import { edgeField, strengthAt, type EdgeField } from './edgeField';

/** Offsets tried across the path at each level, level px. */
const offsets = Array.from({ length: 13 }, (_, i) => (i - 6) * 0.5);
/** What a change of offset between neighbouring points costs, for each level px squared. */
const stiffness = 0.35;
/** How far the stored line may lie from the refined one, plate px. */
const tolerance = 0.25;

/**
 * Brings a rough path on to the edge with sub-pixel precision, level by level down to the photo's own pixels:
 * at each level every point may move across the path, and the whole line is chosen at once (dynamic programming) so
 * that it lies on strong edges and bends little.
 * @param path plate px; its two ends stay where they are
 * @param fromLevel the level on which the path was found
 * @returns plate px, without points that the line does not need
 */
export async function refine(picture: Picture, path: readonly Point[], fromLevel: number): Promise<Point[]> {
  let line = [...path];
  for (let level = fromLevel; level >= 0; level--) {
    const around = regionOfPoints(line);
    if (!around || line.length < 3) return line;
    const factor = 2 ** level;
    const field = await edgeField(picture, level, outerPixels(grow(scaleRegion(around, 1 / factor), 8)));
    line = moved(smoothed(evenly(line, factor)), field);
  }
  const ends = [path[0], path[path.length - 1]] as const;
  line = smoothed(line);
  return simplify([ends[0], ...line.slice(1, -1), ends[1]], tolerance);
}

/** Points at equal steps along a line. */
function evenly(line: readonly Point[], step: number): Point[] {
  const out: Point[] = [line[0]];
  let left = step;
  for (let i = 1; i < line.length; i++) {
    const [ax, ay] = line[i - 1];
    const [bx, by] = line[i];
    const length = Math.hypot(bx - ax, by - ay);
    let at = left;
    for (; at <= length; at += step) out.push([ax + ((bx - ax) * at) / length, ay + ((by - ay) * at) / length]);
    left = at - length;
  }
  out.push(line[line.length - 1]);
  return out;
}

/** Each point becomes the weighted mean of its neighbours and itself, twice; the ends stay. */
function smoothed(line: readonly Point[]): Point[] {
  let out = [...line];
  for (let round = 0; round < 2; round++) {
    out = out.map((point, i) =>
      i === 0 || i === out.length - 1
        ? point
        : [(out[i - 1][0] + 2 * point[0] + out[i + 1][0]) / 4, (out[i - 1][1] + 2 * point[1] + out[i + 1][1]) / 4],
    );
  }
  return out;
}

function moved(line: readonly Point[], field: EdgeField): Point[] {
  const factor = 2 ** field.level;
  const normals = line.map((_, i): Point => {
    const [ax, ay] = line[Math.max(0, i - 2)];
    const [bx, by] = line[Math.min(line.length - 1, i + 2)];
    const length = Math.hypot(bx - ax, by - ay) || 1;
    return [-(by - ay) / length, (bx - ax) / length];
  });
  const place = (i: number, offset: number): Point => [
    line[i][0] + normals[i][0] * offset * factor,
    line[i][1] + normals[i][1] * offset * factor,
  ];
  const choices = offsets.length;
  const best = new Float32Array(line.length * choices);
  const before = new Int8Array(line.length * choices);
  for (let i = 0; i < line.length; i++) {
    for (let k = 0; k < choices; k++) {
      const [x, y] = place(i, offsets[k]);
      // A faint pull to where the path was keeps it still where there is no edge.
      const gain = strengthAt(field, x / factor, y / factor) - 0.004 * offsets[k] ** 2;
      let most = i === 0 ? 0 : -Infinity;
      for (let j = 0; i > 0 && j < choices; j++) {
        const value = best[(i - 1) * choices + j] - stiffness * (offsets[k] - offsets[j]) ** 2;
        if (value > most) [most, before[i * choices + k]] = [value, j];
      }
      best[i * choices + k] = most + gain;
    }
  }
  let k = 0;
  const last = (line.length - 1) * choices;
  for (let j = 1; j < choices; j++) if (best[last + j] > best[last + k]) k = j;
  const out: Point[] = new Array<Point>(line.length);
  for (let i = line.length - 1; i >= 0; i--) {
    out[i] = place(i, offsets[k]);
    k = before[i * choices + k];
  }
  return out;
}

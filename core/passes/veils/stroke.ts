import type { Raster } from '../../pixels/raster';
import { grow, intersect, outerPixels, regionOfPoints, type Region } from '../../pixels/region';
import { apply, type Affine } from '../../shape/affine';
import type { Stroke } from './schema';

/** How one stroke of some strength changes a value. */
type Painting = (value: number, strength: number, at: number) => number;

/** Nearer to 1, or to 0, by the stroke's strength as a fraction of the way: how maps and shadows are painted. */
const towards: Record<'front' | 'behind', Painting> = {
  front: (value, strength) => value + (1 - value) * strength,
  behind: (value, strength) => value * (1 - strength),
};

/** Less than this is no more than a residue of soft rims. */
const residue = 0.02;

/**
 * How a matte is touched up: by the stroke's strength itself, so that the opposite stroke along the same line leaves
 * nothing of the first, whatever its softness. What is left below 2 % of either end is cleared.
 * @param base the matte before it was touched up, which `clear` brings back
 */
const touchUp = (base: Float32Array): Record<Stroke['side'], Painting> => ({
  front: (value, strength) => (value + strength > 1 - residue ? 1 : value + strength),
  behind: (value, strength) => (value - strength < residue ? 0 : value - strength),
  clear: (value, strength, at) => (strength > 1 - residue ? base[at] : value + (base[at] - value) * strength),
});

/** Paints a map or a shadow, in place; see `paintWith`. */
export function paintStroke(map: Raster, region: Region, stroke: Stroke, toOutput: Affine): void {
  paintWith(towards[stroke.side === 'clear' ? 'behind' : stroke.side], map, region, stroke, toOutput, null);
}

/**
 * Touches a matte up, in place: "front" raises it, "behind" lowers it, "clear" brings back what was there before.
 * @param base the matte before all strokes, lying at `region`
 */
export function touchUpMatte(
  matte: Raster,
  base: Raster,
  region: Region,
  stroke: Stroke,
  toOutput: Affine,
  fence: Raster | null = null,
): void {
  paintWith(touchUp(base.data)[stroke.side], matte, region, stroke, toOutput, fence);
}

/**
 * Paints one stroke, fading over its soft rim. A stroke is kept as a line, so it has the same form at every scale.
 * @param matte one channel, lying at `region` (output px)
 * @param toOutput plate px to output px (upright, one scale)
 * @param fence coverage of the letters that the stroke keeps inside or outside of, lying at `region`; null for none
 */
function paintWith(
  paint: Painting,
  matte: Raster,
  region: Region,
  stroke: Stroke,
  toOutput: Affine,
  fence: Raster | null,
): void {
  const points = stroke.points.map((point) => apply(toOutput, point));
  const radius = stroke.radius * Math.hypot(toOutput.a, toOutput.b);
  // Even a hard brush fades over one output px, so that its rim has no stair steps.
  const rim = Math.max(1, radius * stroke.softness);
  const outer = stroke.softness * radius < 1 ? radius + 0.5 : radius;
  const all = regionOfPoints(points);
  const box = all && intersect(region, outerPixels(grow(all, outer + 1)));
  if (!box) return;
  const { squares: nearest, pressures } = nearestOn(points, outer, box, stroke.pressures);
  for (let y = 0; y < box.height; y++) {
    const row = (box.y - region.y + y) * matte.width + box.x - region.x;
    for (let x = 0; x < box.width; x++) {
      const square = nearest[y * box.width + x];
      if (square >= outer * outer) continue;
      const t = Math.min(1, (outer - Math.sqrt(square)) / rim);
      const at = row + x;
      const inside = fence === null ? 1 : Math.min(1, fence.data[at]);
      const allowed = fence !== null && stroke.fence?.side === 'outside' ? 1 - inside : inside;
      const strength = t * t * (3 - 2 * t) * stroke.flow * allowed * (pressures ? pressures[y * box.width + x] : 1);
      if (strength > 0) matte.data[at] = paint(matte.data[at], strength, at);
    }
  }
}

/**
 * Squared distance of each pixel's centre to a line of points, where below `reach` squared, and the pressure at the
 * nearest place of the line.
 */
function nearestOn(
  points: readonly [number, number][],
  reach: number,
  box: Region,
  pressureAt: readonly number[] | undefined,
): { squares: Float32Array; pressures: Float32Array | null } {
  const pressures = pressureAt ? new Float32Array(box.width * box.height) : null;
  const squares = new Float32Array(box.width * box.height).fill(Infinity);
  for (let i = 0; i < points.length; i++) {
    const [ax, ay] = points[i];
    const [bx, by] = points[Math.min(i + 1, points.length - 1)];
    const part = intersect(
      box,
      outerPixels(
        grow({ x: Math.min(ax, bx), y: Math.min(ay, by), width: Math.abs(bx - ax), height: Math.abs(by - ay) }, reach),
      ),
    );
    if (!part) continue;
    const [dx, dy] = [bx - ax, by - ay];
    const length2 = dx * dx + dy * dy || 1;
    for (let y = part.y; y < part.y + part.height; y++) {
      const py = y + 0.5 - ay;
      const row = (y - box.y) * box.width - box.x;
      for (let x = part.x; x < part.x + part.width; x++) {
        const px = x + 0.5 - ax;
        const t = Math.min(1, Math.max(0, (px * dx + py * dy) / length2));
        const square = (px - t * dx) ** 2 + (py - t * dy) ** 2;
        if (square >= squares[row + x]) continue;
        squares[row + x] = square;
        if (pressures)
          pressures[row + x] =
            (pressureAt![i] ?? 1) * (1 - t) + (pressureAt![Math.min(i + 1, points.length - 1)] ?? 1) * t;
      }
    }
  }
  return { squares, pressures };
}

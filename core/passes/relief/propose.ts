import { usualPlateView } from '../../light/lamp';
import type { Size } from '../../pixels/region';
import { apply, corners, type Point } from '../../shape/affine';
import { boxToQuad, isConvex, throughHomography, type Quad } from '../../shape/homography';
import { cross, type Vector } from '../../shape/scenePlane';
import { rounded } from '../../shape/rounding';
import type { Letters } from '../../type/letters';
import type { Thickness } from './schema';

const lengthOf = (a: Vector): number => Math.hypot(...a);
const times = (a: Vector, k: number): Vector => [a[0] * k, a[1] * k, a[2] * k];

/** Letters are so thick, em. */
const usualThickness = 0.13;
/** Sides that turn away from the lamp keep so much of the light: what comes from all around, and less of it from below. */
const usualShade = 0.15;
/** Letters that are seen square from the front show this little of their sides, em, towards the lower right. */
const squarely = 0.05;

/**
 * How the sides of standing letters run: back from their plane, as a lens of the usual angle sees it. Where the plane is
 * seen square, a little to the right and down. Where lines of the photograph meet near there, they run as those do.
 * @param vanishing where lines of the photograph meet, sheet px
 * Source: the pose of a plane from its homography (Zhang 2000, section 3.1).
 */
export function proposeThickness(
  { flatInk, warp, place, size }: Letters,
  sheet: Size,
  vanishing: readonly Point[] = [],
): Pick<Thickness, 'depth' | 'towards' | 'shade'> | null {
  const box = flatInk;
  if (!box || box.width <= 0 || box.height <= 0) return null;
  const quad = corners(box).map((corner) => apply(place, warp?.forward(corner) ?? corner)) as unknown as Quad;
  if (!isConvex(quad)) return null;
  const [cx, cy] = [sheet.width / 2, sheet.height / 2];
  const focal = Math.max(sheet.width, sheet.height) / 2 / Math.tan((usualPlateView * Math.PI) / 360);
  const map = boxToQuad(box, quad);
  const column = (k: number): Vector => [
    (map[k] - cx * map[k + 6]) / focal,
    (map[k + 3] - cy * map[k + 6]) / focal,
    map[k + 6],
  ];
  const [across, down] = [column(0), column(1)];
  const scale = 2 / (lengthOf(across) + lengthOf(down));
  const normal = cross(across, down);
  const back = times(normal, Math.sign(normal[2] || 1) / (lengthOf(normal) || 1));
  const middle: Point = [box.x + box.width / 2, box.y + box.height / 2];
  const [mx, my] = throughHomography(map, middle);
  const depth = (map[6] * middle[0] + map[7] * middle[1] + map[8]) * scale;
  const far = usualThickness * size;
  const at: Vector = [((mx - cx) / focal) * depth, ((my - cy) / focal) * depth, depth];
  const behind: Vector = [at[0] + back[0] * far, at[1] + back[1] * far, at[2] + back[2] * far];
  const seen: Point = [cx + (focal * behind[0]) / behind[2], cy + (focal * behind[1]) / behind[2]];
  const shift: Point = [seen[0] - mx, seen[1] - my];
  const em = (focal * size) / depth;
  if (Math.hypot(...shift) < 0.02 * em && !alike([mx, my], vanishing, [cx, cy], focal))
    return {
      depth: rounded(squarely * em, 1),
      towards: [rounded(mx + 40 * em, 0), rounded(my + 12 * em, 0)],
      shade: usualShade,
    };
  // Parallel lines meet where their direction itself is seen.
  const point: Point =
    Math.abs(back[2]) > 1e-3
      ? [cx + (focal * back[0]) / back[2], cy + (focal * back[1]) / back[2]]
      : [mx + shift[0] * 1e3, my + shift[1] * 1e3];
  const own = alike(point, vanishing, [cx, cy], focal) ?? point;
  // As far towards it as the thickness reaches, seen from the letters' depth.
  const away = own === point ? Math.hypot(...shift) : Math.hypot(own[0] - mx, own[1] - my) * (1 - depth / behind[2]);
  return { depth: rounded(away, 1), towards: [rounded(own[0], 0), rounded(own[1], 0)], shade: usualShade };
}

/** A photograph's lines run as the letters' sides do if their directions are no farther apart than this, degrees. */
const alikeWithin = 14;

/** The place where the photograph's lines meet that is nearest to a direction; null where none is near enough. */
function alike(point: Point, vanishing: readonly Point[], [cx, cy]: Point, focal: number): Point | null {
  const ray = ([x, y]: Point): Vector => [x - cx, y - cy, focal];
  const apart = (other: Point): number => {
    const [p, q] = [ray(point), ray(other)];
    return (Math.atan2(lengthOf(cross(p, q)), p[0] * q[0] + p[1] * q[1] + p[2] * q[2]) * 180) / Math.PI;
  };
  const [best] = vanishing.map((other) => ({ other, apart: apart(other) })).sort((a, b) => a.apart - b.apart);
  return best && best.apart <= alikeWithin ? best.other : null;
}

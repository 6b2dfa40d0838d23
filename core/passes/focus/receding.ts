import type { Region } from '../../pixels/region';
import { corners, type Point } from '../../shape/affine';
import { depthAt } from '../../shape/homography';
import type { ScenePlane } from '../../shape/scenePlane';

/** Where a receding surface is nearest and farthest under some letters, sheet px. */
export interface Receding {
  from: [number, number];
  to: [number, number];
}

/** A surface whose distance changes by less than this part across the letters does not recede there. */
const least = 0.03;

/**
 * The line along which a plane recedes under a box. One over the distance of a plane is affine in the picture, and so is
 * the blur of what lies on it, up to where it is in focus: it changes evenly along this line, and not across it.
 * @param box sheet px
 * @returns null where the plane does not recede there, or is not seen there
 */
export function recedingLine({ fromSheet }: Pick<ScenePlane, 'fromSheet'>, box: Region): Receding | null {
  const middle: Point = [box.x + box.width / 2, box.y + box.height / 2];
  const sign = Math.sign(depthAt(fromSheet, middle));
  const nearness = (point: Point): number => sign * depthAt(fromSheet, point);
  const all = corners(box);
  if (sign === 0 || all.some((corner) => nearness(corner) <= 0)) return null;
  const [gx, gy] = [fromSheet[6] * sign, fromSheet[7] * sign];
  const long = Math.hypot(gx, gy);
  const spread = all.map((corner) => nearness(corner) / nearness(middle));
  if (long === 0 || Math.max(...spread) - Math.min(...spread) < least) return null;
  const [ux, uy] = [gx / long, gy / long];
  const along = all.map(([x, y]) => (x - middle[0]) * ux + (y - middle[1]) * uy);
  const at = (far: number): [number, number] => [Math.round(middle[0] + far * ux), Math.round(middle[1] + far * uy)];
  return { from: at(Math.max(...along)), to: at(Math.min(...along)) };
}

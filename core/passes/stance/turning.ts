import type { Point } from '../../shape/affine';
import { slopeDegrees } from './align';
import type { Stance } from './schema';

type Place = Pick<Stance, 'rotation' | 'x' | 'y'>;

/** The stance turned to an angle, about a point of the sheet. @param degrees brought into -180..180 */
export function turnedAbout({ rotation, x, y }: Place, degrees: number, [cx, cy]: Point): Place {
  const angle = ((degrees - rotation) * Math.PI) / 180;
  const [dx, dy] = [x - cx, y - cy];
  return {
    rotation: ((((degrees + 180) % 360) + 360) % 360) - 180,
    x: cx + dx * Math.cos(angle) - dy * Math.sin(angle),
    y: cy + dx * Math.sin(angle) + dy * Math.cos(angle),
  };
}

/**
 * The stance turned as a slope runs, and moved straight across it until the foot stands on it.
 * @param foot the point that is to come to lie on the slope, sheet px
 */
export function alongSlope(stance: Place, foot: Point, from: Point, to: Point): Place {
  const turned = turnedAbout(stance, slopeDegrees(from, to), foot);
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const length = Math.hypot(dx, dy) || 1;
  const away = ((foot[0] - from[0]) * dy - (foot[1] - from[1]) * dx) / length;
  return { ...turned, x: turned.x - (away * dy) / length, y: turned.y + (away * dx) / length };
}

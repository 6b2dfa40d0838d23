import { middleOf, type Region } from '../../pixels/region';
import { boxToQuad, depthAt, inverseHomography, movedCorners, throughHomography } from '../../shape/homography';
import type { Point } from '../../shape/affine';
import type { Bend } from '../../shape/warpPath';
import type { PlaneMap } from '../../type/letters';
import type { Bending, Perspective } from './schema';

/** One step of what happens to the lettering's plane. */
export type PlaneBend = Bend & Omit<PlaneMap, 'key'>;

/** Nearer to the horizon than this, as a fraction of the depth in the middle of the box, nothing is shown. */
const nearestHorizon = 0.02;

/** The plane bent along an arc or a wave. @param ink the letters' box, whose width the bend spans */
export function bendOf(bending: Bending, ink: Region, capHeight: number): PlaneBend {
  const middle = middleOf(ink);
  return bending.kind === 'arc'
    ? arcBend(bending.degrees, middle, ink.width)
    : waveBend(bending, middle, ink.width, capHeight);
}

function arcBend(degrees: number, [cx, cy]: Point, width: number): PlaneBend {
  const angle = (degrees * Math.PI) / 180;
  const still: PlaneBend = { keepsLines: true, forward: (point) => point, backward: (point) => point };
  if (Math.abs(angle) < 1e-6 || width <= 0) return still;
  const radius = width / angle;
  return {
    keepsLines: false,
    forward([x, y]) {
      const turn = (x - cx) / radius;
      // Letters that are higher than the radius end in its centre; they do not turn inside out.
      const reach = radius > 0 ? Math.max(0, radius - (y - cy)) : Math.min(0, radius - (y - cy));
      return [cx + reach * Math.sin(turn), cy + radius - reach * Math.cos(turn)];
    },
    backward([x, y]) {
      const sign = Math.sign(radius);
      const [dx, dy] = [(x - cx) * sign, (cy + radius - y) * sign];
      return [cx + radius * Math.atan2(dx, dy), cy + radius - sign * Math.hypot(dx, dy)];
    },
  };
}

function waveBend(
  { height, waves, phase }: Extract<Bending, { kind: 'wave' }>,
  [cx]: Point,
  width: number,
  capHeight: number,
): PlaneBend {
  const perPx = width > 0 ? (2 * Math.PI * waves) / width : 0;
  const shift = (x: number): number => height * capHeight * Math.sin((x - cx) * perPx + (phase * Math.PI) / 180);
  return { keepsLines: false, forward: ([x, y]) => [x, y + shift(x)], backward: ([x, y]) => [x, y - shift(x)] };
}

/** The plane seen in perspective. */
export function perspectiveOf({ box, moves }: Perspective): PlaneBend {
  const map = boxToQuad(box, movedCorners(box, moves));
  const back = inverseHomography(map);
  const nearest = nearestHorizon * depthAt(map, middleOf(box));
  return {
    keepsLines: true,
    forward: (point) => throughHomography(map, point),
    backward: (point) => throughHomography(back, point),
    visible: (point) => depthAt(map, point) - nearest,
  };
}

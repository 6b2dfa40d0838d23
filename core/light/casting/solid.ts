import { contentKey, touches, type Needs, type Node } from '../../graph/node';
import { signedDistance } from '../../kernels/distance';
import { emptyRaster } from '../../pixels/raster';
import { grow, regionOfPoints, union } from '../../pixels/region';
import { corners, type Point } from '../../shape/affine';
import {
  boxToQuad,
  inverseHomography,
  throughHomography,
  timesHomography,
  type Homography,
  type Quad,
} from '../../shape/homography';
import { meeting } from '../meeting';
import { fallingOnto, quadOnGround } from './falls';
import type { Thrown } from './schema';

/** How far back letters reach that are solid: from each place of their face, a part of the way to a point, sheet px. */
export interface Reach {
  towards: Point;
  /** 0..1 */
  part: number;
}

/** Solid letters as they throw a shadow: the coverage of their face alone, one channel, and how far back they reach. */
export interface Solid extends Reach {
  face: Node;
}

const towards = ([x, y]: Point, [px, py]: Point, part: number): Point => [x + (px - x) * part, y + (py - y) * part];

/** A quad so far back. */
export const movedBack = (quad: Quad, reach: Reach): Quad =>
  quad.map((corner) => towards(corner, reach.towards, reach.part)) as unknown as Quad;

/**
 * Where a place of the ground lies that is as far back of another as the foot of the back is of that of the face: what is
 * farther off moves less. Level lines that run back meet in the point.
 * @param at a place of the ground @param foot of the face, below it
 */
export function groundMovedBack(at: Point, foot: Point, { towards: point, part }: Reach): Point {
  const thick = part / (1 - part);
  const below = (y: number): number => y - point[1];
  // In distances of the foot; one and the same where that cannot be told.
  const far = below(foot[1]) * below(at[1]) > 0 ? below(foot[1]) / below(at[1]) : 1;
  return towards(at, point, thick / (far + thick));
}

/**
 * From how far above the camera sees the ground at another foot than that where it was told, degrees: its tangent is as
 * much as the foot lies below the place where level lines meet.
 */
export function aboveAt(foot: Point, { above, ahead }: Pick<Thrown, 'above' | 'ahead'>, told: Point): number {
  if (!ahead) return above;
  const share = (foot[1] - ahead[1]) / (told[1] - ahead[1]);
  return share > 0 ? (Math.atan(share * Math.tan((above * Math.PI) / 180)) * 180) / Math.PI : above;
}

/** What is thrown far aside is followed no farther, heights and widths of the box. */
const farthest = 4;

/**
 * How a solid's shadow differs from that of its face: a ray of light that meets the solid meets the face, moved along a way
 * that is the same for all rays, since light and thickness are; across and down, parts of the face's box.
 * @param standing the face's box @param tips where the ends of its upper edge fall @param backTips those of the back
 */
export function sweepOf(
  standing: Quad,
  tips: readonly [Point, Point],
  reach: Reach,
  backTips: readonly [Point, Point],
): Point | null {
  const [face, back] = [
    fallingOnto(standing, quadOnGround(standing, tips)),
    fallingOnto(standing, quadOnGround(movedBack(standing, reach), backTips)),
  ];
  if (!face || !back) return null;
  // The middle of the face's shadow.
  const ground = throughHomography(inverseHomography(face.toBox), [0.5, 0.5]);
  const [u, v] = throughHomography(back.toBox, ground);
  const longest = Math.max(Math.abs(u - 0.5), Math.abs(v - 0.5));
  const kept = Math.min(1, farthest / longest);
  return Number.isFinite(longest) ? [(u - 0.5) * kept, (v - 0.5) * kept] : null;
}

/** A coverage, one channel, swept along a way in the plane that it stands in. @param sweep parts of the box of `standing` */
export function sweptNode(caster: Node, standing: Quad, [du, dv]: Point): Node {
  const fromBox = boxToQuad({ x: 0, y: 0, width: 1, height: 1 }, standing);
  const toBox = inverseHomography(fromBox);
  const moved = (part: number): Homography =>
    timesHomography(fromBox, timesHomography([1, 0, du * part, 0, 1, dv * part, 0, 0, 1], toBox));
  const [there, back] = [moved(1), moved(-1)];
  const own = caster.bounds && corners(caster.bounds);
  const bounds = own && union(caster.bounds!, regionOfPoints(own.map((corner) => throughHomography(back, corner))));
  const far = bounds
    ? Math.max(...corners(bounds).map(([x, y]) => hypot(throughHomography(there, [x, y]), [x, y])))
    : 0;
  return {
    key: contentKey('swept', caster.key, standing, du, dv),
    channels: 1,
    bounds,
    needs: (request): Needs =>
      touches(bounds, request)
        ? { caster: { node: caster, region: grow(request.region, Math.ceil(far * request.scale) + 2) } }
        : {},
    compute({ region, scale }, inputs) {
      const out = emptyRaster(region.width, region.height, 1);
      if (!inputs.caster) return out;
      const margin = Math.ceil(far * scale) + 2;
      const distance = signedDistance(inputs.caster);
      const [a, b, c, d, e, f, g, h, i] = there;
      for (let y = 0, at = 0; y < region.height; y++)
        for (let x = 0; x < region.width; x++, at++) {
          const [px, py] = [(region.x + x + 0.5) / scale, (region.y + y + 0.5) / scale];
          const depth = g * px + h * py + i;
          const [dx, dy] = [(a * px + b * py + c) / depth - px, (d * px + e * py + f) / depth - py];
          const met = meeting(inputs.caster, distance, x + 0.5 + margin, y + 0.5 + margin, dx * scale, dy * scale);
          if (met) out.data[at] = met[2];
        }
      return out;
    },
  };
}

const hypot = ([ax, ay]: Point, [bx, by]: Point): number => Math.hypot(ax - bx, ay - by);

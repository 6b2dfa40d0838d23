import { memoize } from '../../graph/memoize';
import type { Point } from '../../shape/affine';
import type { Line } from '../../survey/planes/lines';
import { surveyOf, type Ground } from '../ground';
import { evenSteps, scaleFor, standing } from '../placement';
import { asTyped, clearOf, margin, sizeOf } from './common';
import type { RoughKind } from './kind';

const { atan2, cos, hypot, max, min, PI, sin } = Math;

/** A slope of the photograph is no steeper than this, degrees, and reaches over this part of the sheet. */
const [steepest, shortest] = [38, 0.3];
/** Letters stand off it by this part of their height. */
const off = 0.14;

export interface Slope {
  from: Point;
  to: Point;
  length: number;
  degrees: number;
}

/** A line of the photograph on a sheet that is a part of it. */
export function slopeOf({ from, to }: Line, part: { x: number; y: number }): Slope {
  const ends = [from, to].map(([x, y]): Point => [x - part.x, y - part.y]).sort(([p], [q]) => p - q);
  const [dx, dy] = [ends[1][0] - ends[0][0], ends[1][1] - ends[0][1]];
  return { from: ends[0], to: ends[1], length: hypot(dx, dy), degrees: (atan2(dy, dx) * 180) / PI };
}

/** The straight lines of the photograph that words can be set along, from left to right, sheet px. */
export const slopesOf = memoize((ground: Ground): Slope[] => {
  const { part } = ground;
  return surveyOf(ground)
    .planes.lines.map((line) => slopeOf(line, part))
    .filter(({ length, degrees }) => Math.abs(degrees) <= steepest && length >= shortest * part.width)
    .sort((a, b) => b.length - a.length)
    .slice(0, 6);
});

/** Words that stand along a slope or a horizon of the photograph. */
export const slope: RoughKind = {
  name: 'slope',
  title: 'Along a slope or horizon',
  needs: 'things',
  crosses: false,
  lacks: (ground) =>
    slopesOf(ground).length > 0
      ? null
      : 'No straight line of the photograph is long and level enough to set words along.',
  takes: (setting) => asTyped(setting) && setting.lines <= 2,
  *placements(ground, setting) {
    const edge = margin * min(ground.part.width, ground.part.height);
    for (const { from, to, length, degrees } of slopesOf(ground)) {
      const [ux, uy] = [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
      for (const share of [0.92, 0.74, 0.56, 0.4]) {
        const scale = scaleFor(setting, share * length, 0.34 * ground.part.height);
        const half = (setting.ink.height * scale) / 2;
        for (const side of [-1, 1]) {
          const away = side * (half + off * setting.capHeight * scale);
          for (const at of evenSteps(0, 1, 7)) {
            const room = max(0, length - setting.ink.width * scale);
            const along = (setting.ink.width * scale) / 2 + at * room;
            const middle: Point = [
              from[0] + ux * along - sin((degrees * PI) / 180) * away,
              from[1] + uy * along + cos((degrees * PI) / 180) * away,
            ];
            const placement = standing(setting, { middle, scale, rotation: degrees });
            const { x, y, width, height } = placement.box;
            const isInside =
              x >= edge &&
              y >= edge &&
              x + width <= ground.part.width - edge &&
              y + height <= ground.part.height - edge;
            if (isInside) yield placement;
          }
        }
      }
    }
  },
  parts(ground, placement, seen) {
    if (seen.unrest > 0.55 || seen.busy > 0.3 || seen.onThings > 0.01) return null;
    const longest = slopesOf(ground)[0].length;
    return {
      calm: 1 - 1.3 * seen.unrest,
      clear: clearOf(seen),
      size: sizeOf(ground, placement, 0.07),
      along: min(1, (placement.setting.ink.width * placement.scale) / (0.8 * longest)),
    };
  },
  says: (_, { rotation }) =>
    Math.abs(rotation) < 1.5
      ? 'Along a level line of the photograph.'
      : `Along a line of the photograph that ${rotation < 0 ? 'rises' : 'falls'} by ${Math.abs(rotation).toFixed(0)}°.`,
};

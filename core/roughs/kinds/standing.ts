import { unsure } from '../../survey/sentences';
import { areaOf, intersect, scaleRegion, type Region } from '../../pixels/region';
import { surveyOf, type Ground } from '../ground';
import { evenSteps, scaleFor, standing as placedAt } from '../placement';
import { balanceOf, clearOf, inCapitals, roomOf, sizeOf } from './common';
import type { RoughKind } from './kind';
import { slopeOf, slopesOf, type Slope } from './slope';

const { max, min } = Math;

/** A line where the ground ends is no steeper than this, degrees, and lies between these parts of the sheet's height. */
const [levelEnough, from, to] = [7, 0.3, 0.9];

/**
 * The height of the line where the ground ends, at a place across: the horizon, where that is seen on the sheet, or the
 * longest level line. Null where the photograph shows none.
 */
export function groundLine(ground: Ground): ((x: number) => number) | null {
  const { height, width } = ground.part;
  const isOnSheet = ({ from: [, a], to: [, b], degrees }: Slope): boolean =>
    Math.abs(degrees) < levelEnough && (a + b) / 2 > from * height && (a + b) / 2 < to * height;
  const { horizon } = surveyOf(ground).planes;
  const found = [
    ...(horizon ? [slopeOf(horizon, ground.part)] : []),
    ...slopesOf(ground).filter(({ length }) => length > 0.4 * width),
  ].find(isOnSheet);
  if (!found) return null;
  const rise = (found.to[1] - found.from[1]) / max(1, found.to[0] - found.from[0]);
  return (x) => found.from[1] + (x - found.from[0]) * rise;
}

/** Shadows are looked at as far as this beside the letters, in their height. */
const shadowReach = 1.8;

/** Where a shadow of letters may fall: beside them, away from the light, on the ground around their feet. */
function shadowed(ground: Ground, { x, y, width, height }: Region): Region {
  const reach = shadowReach * height;
  const isFromLeft = Math.cos((surveyOf(ground).light.tilt * Math.PI) / 180) < 0;
  return { x: isFromLeft ? x : x - reach, y, width: width + reach, height: height + 0.4 * height };
}

/**
 * The thing that a shadow runs into.
 * @returns its number, and whether it stands nearer than the letters, so that the shadow passes behind it
 */
function shadowMeets(ground: Ground, box: Region): { index: number; isNearer: boolean } | null {
  const { factor } = ground.sketch;
  const reached = shadowed(ground, box);
  const meeting = ground.obstacles
    .map((thing) => {
      const own = scaleRegion(thing.box, factor);
      return { index: thing.index, foot: own.y + own.height, shared: areaOf(intersect(own, reached)) };
    })
    .filter(({ shared }) => shared > 0);
  if (meeting.length === 0) return null;
  const { index, foot } = meeting.reduce((most, one) => (one.shared > most.shared ? one : most));
  return { index, isNearer: foot >= box.y + box.height };
}

/** Solid letters that stand on the ground and throw their shadow. */
export const standing: RoughKind = {
  name: 'standing',
  title: 'Standing on the ground',
  needs: 'light',
  crosses: false,
  lacks(ground) {
    if (!groundLine(ground)) return 'The photograph shows no level ground with an end, as of a table or a horizon.';
    return surveyOf(ground).light.confidence < unsure
      ? 'It cannot be told where the light comes from, so letters cannot throw a shadow on the ground.'
      : null;
  },
  takes: (setting) => inCapitals(setting) && setting.lines === 1,
  *placements(ground, setting) {
    const end = groundLine(ground);
    if (!end) return;
    const room = roomOf(ground);
    for (const share of [0.8, 0.66, 0.54, 0.42, 0.32]) {
      const scale = scaleFor(setting, share * room.width, 0.4 * room.height);
      const [width, height] = [setting.ink.width * scale, setting.ink.height * scale];
      for (const x of evenSteps(room.left + width / 2, room.left + room.width - width / 2, 9))
        for (const depth of [0.06, 0.14, 0.24, 0.36]) {
          const foot = end(x) + depth * (ground.part.height - end(x));
          if (foot > room.top + room.height || foot - height < room.top) continue;
          const placement = placedAt(setting, { middle: [x, foot - height / 2], scale });
          const met = shadowMeets(ground, placement.box);
          // On what stands farther away the shadow would have to climb.
          if (!met || met.isNearer) yield { ...placement, front: met?.index ?? null };
        }
    }
  },
  parts(ground, placement, seen) {
    if (seen.onThings > 0.015 || seen.hidden.some((one) => one > 0.015)) return null;
    return {
      calm: 1 - 0.8 * seen.unrest - seen.busy,
      clear: clearOf(seen),
      size: sizeOf(ground, placement, 0.06),
      balance: balanceOf(ground, placement),
      weight: min(1, placement.setting.density / 0.55),
    };
  },
  says: (ground) => {
    const { light } = surveyOf(ground);
    return `Solid letters on the ground, their shadow thrown by the photograph’s own light (${Math.round(light.tilt)}°, ${Math.round(Math.abs(light.height))}° high).`;
  },
};

import { tiltOf, usualPlateView, type Lamp } from '../../../../core/light/lamp';
import { readLevel, type Picture } from '../../../../core/pictures/pyramid';
import { decodeByte } from '../../../../core/pixels/transfer';
import type { Point } from '../../../../core/shape/affine';
import { rounded } from '../../../../core/shape/rounding';
import type { Size } from '../../../../core/pixels/region';

/** Where a photograph lies: sheet px = its own px * scale + (x, y). */
interface Placed {
  scale: number;
  x: number;
  y: number;
}

/** What lies less far below the horizon, as a part of the longer side, is as good as endlessly far off. */
const least = 0.01;

const degrees = (radians: number): number => (radians * 180) / Math.PI;

/** Where the light comes from that throws a shadow from the tip of a thing to the tip of its shadow, sheet px. */
export const tiltFromShadow = (tip: Point, shadow: Point): number =>
  rounded(tiltOf(tip[0] - shadow[0], tip[1] - shadow[1]), 1);

/**
 * The light that throws the shadow of an upright thing on level ground, seen by a camera held level: how far below the
 * horizon foot and shadow lie tells how far off they are (single view metrology: Criminisi et al. 2000).
 * @param tip of the thing, @param shadow the tip of its shadow, @param foot where it stands; sheet px
 * @param horizon how far down it lies, sheet px
 * @returns null where foot or shadow do not lie below the horizon
 */
export function lightFromStanding(
  [tip, shadow, foot]: readonly [Point, Point, Point],
  sheet: Size,
  horizon: number,
): Pick<Lamp, 'tilt' | 'height'> | null {
  const longer = Math.max(sheet.width, sheet.height);
  const focal = longer / 2 / Math.tan(((usualPlateView / 2) * Math.PI) / 180);
  const [below, shadowBelow] = [foot[1] - horizon, shadow[1] - horizon];
  if (below < least * longer || shadowBelow < least * longer || tip[1] >= foot[1]) return null;
  // In heights of the camera: to the right, up, and away.
  const middle = sheet.width / 2;
  const stands = { right: (foot[0] - middle) / below, away: focal / below };
  const falls = { right: (shadow[0] - middle) / shadowBelow, away: focal / shadowBelow };
  const tall = (foot[1] - tip[1]) / below;
  const right = stands.right - falls.right;
  return {
    tilt: rounded(tiltOf(right, -tall), 1),
    height: rounded(degrees(Math.atan2(falls.away - stands.away, Math.hypot(right, tall))), 1),
  };
}

/**
 * The light on something round, from its bright border to its dark one across its middle: it comes along that line, as high
 * as the brightest place lies inwards. On a ball of radius r that is r cos(height) from the middle (Lambert 1760).
 * @param tones light along the line, from the bright border to the dark one, evenly taken
 */
export function lightFromRound(bright: Point, dark: Point, tones: readonly number[]): Pick<Lamp, 'tilt' | 'height'> {
  const tilt = tiltFromShadow(bright, dark);
  const most = tones.reduce((best, tone, i) => (tone > tones[best] ? i : best), 0);
  // -1 at the bright border, 1 at the dark one.
  const inwards = tones.length > 1 ? (2 * most) / (tones.length - 1) - 1 : -1;
  const height = degrees(Math.acos(Math.min(1, Math.max(0, -inwards))));
  return { tilt, height: rounded(Math.min(85, Math.max(5, height)), 1) };
}

/** How many tones are taken along a line, and how many of them are averaged. */
const [taken, averaged] = [65, 5];

/** Light of a photograph along a line of the sheet. */
export async function tonesAlong(picture: Picture, place: Placed, from: Point, to: Point): Promise<number[]> {
  const onPlate = ([x, y]: Point): Point => [(x - place.x) / place.scale, (y - place.y) / place.scale];
  const [a, b] = [onPlate(from), onPlate(to)];
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  // On a level where the tones lie about a px apart.
  const level = Math.max(0, Math.min(picture.levels - 1, Math.floor(Math.log2(Math.max(1, length / taken)))));
  const unit = 2 ** level;
  const raw = await Promise.all(
    Array.from({ length: taken }, async (_, i) => {
      const t = i / (taken - 1);
      const region = {
        x: Math.floor((a[0] + (b[0] - a[0]) * t) / unit),
        y: Math.floor((a[1] + (b[1] - a[1]) * t) / unit),
        width: 1,
        height: 1,
      };
      const { bytes, channels } = await readLevel(picture, level, region);
      const [red, green, blue] = channels === 1 ? [0, 0, 0] : [0, 1, 2];
      return 0.2126 * decodeByte[bytes[red]] + 0.7152 * decodeByte[bytes[green]] + 0.0722 * decodeByte[bytes[blue]];
    }),
  );
  return raw.map((_, i) => {
    const some = raw.slice(Math.max(0, i - (averaged >> 1)), i + (averaged >> 1) + 1);
    return some.reduce((sum, tone) => sum + tone, 0) / some.length;
  });
}

/** A sun on the sheet: the light comes from there, and from as far behind as a usual lens sees it. */
export function lampFromSun(at: Point, sheet: Size): Pick<Lamp, 'tilt' | 'height' | 'at'> {
  const [dx, dy] = [at[0] - sheet.width / 2, at[1] - sheet.height / 2];
  const half = Math.max(sheet.width, sheet.height) / 2;
  const fromAxis = degrees(Math.atan((Math.hypot(dx, dy) / half) * Math.tan((usualPlateView / 2 / 180) * Math.PI)));
  return {
    tilt: rounded(tiltOf(dx, dy), 1),
    height: rounded(fromAxis - 90, 1),
    at: [rounded(at[0], 1), rounded(at[1], 1)],
  };
}

import { placedBounds, type Point } from '../../shape/affine';
import type { Region } from '../../pixels/region';
import type { Letters } from '../../type/letters';
import type { Blur } from './schema';

/** Sigma at a place of the sheet; px of it. */
export interface SigmaField {
  at(point: Point): number;
  least: number;
  most: number;
  /** The same everywhere. */
  isEven: boolean;
}

const mostSigma = 500;
const held = (value: number): number => Math.min(mostSigma, Math.max(0, value));

/** How blurred each place is: evenly, along a line, or by the letter that is nearest. @param region where letters are */
export function sigmaField(blur: Blur, { letters, place }: Letters, region: Region): SigmaField {
  const { sigma, along } = blur;
  const own = new Map(blur.letters.map((one) => [one.at, one.sigma]));
  const boxes = letters.flatMap(({ start, bounds }) => (bounds ? [{ start, box: placedBounds(place, bounds) }] : []));
  const line = along && lineSigma(sigma, along);
  if (own.size > 0 && boxes.some(({ start }) => own.has(start))) {
    const at = (point: Point): number => {
      const [nearest] = boxes.reduce<[number | null, number]>(
        (best, { start, box }) => {
          const far = distanceTo(box, point);
          return far < best[1] ? [start, far] : best;
        },
        [null, Infinity],
      );
      return (nearest === null ? undefined : own.get(nearest)) ?? line?.(point) ?? sigma;
    };
    const others = line ? [...cornersOf(region).map(line), ...(along?.through ? [0] : [])] : [sigma];
    const all = [...own.values(), ...others];
    return { at, least: Math.min(...all), most: Math.max(...all), isEven: false };
  }
  if (!line) return { at: () => sigma, least: sigma, most: sigma, isEven: true };
  const all = cornersOf(region).map(line);
  return { at: line, least: along?.through ? 0 : Math.min(...all), most: Math.max(...all), isEven: false };
}

const cornersOf = ({ x, y, width, height }: Region): Point[] => [
  [x, y],
  [x + width, y],
  [x, y + height],
  [x + width, y + height],
];

function distanceTo({ x, y, width, height }: Region, [px, py]: Point): number {
  return Math.hypot(Math.max(x - px, 0, px - x - width), Math.max(y - py, 0, py - y - height));
}

/** From one sigma to the other along a line, and on beyond it. */
function lineSigma(
  sigma: number,
  { from, to, sigma: end, through }: NonNullable<Blur['along']>,
): (point: Point) => number {
  // On the other side of what is in focus a blur counts below 0.
  const other = through ? -end : end;
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const long = dx * dx + dy * dy;
  if (long === 0) return () => sigma;
  return ([x, y]) => {
    const own = sigma + ((other - sigma) * ((x - from[0]) * dx + (y - from[1]) * dy)) / long;
    return held(through ? Math.abs(own) : own);
  };
}

import { seeded } from '../../../shape/seeded';
import type { Point } from '../../../shape/affine';
import type { Drips } from '../schema';
import { edgeNear, stretchesAt } from './column';
import { rootOf } from './roots';

/** Where a drip hangs, in a frame whose y runs the way that drips run; lettering px. */
export interface DripPlace {
  /** Which of its letter's it is. */
  drip: number;
  x: number;
  /** The letter's lower edge there, and how thick the letter is above it. */
  edge: number;
  above: number;
  turn: number;
  width: number;
  length: number;
}

/** Of so many tries for each drip wanted, those count that find an edge to hang from. */
const tries = 8;
/** Most drips of one letter. */
export const mostDrips = 400;
/** Most begin at the lowest edge, few at one higher up, such as a bar. */
const lowestShare = 0.85;

/**
 * Where the drips of one letter hang and how long they are. The same seed and root give the same; more drips are added
 * to those there are.
 * @param polygons of the letter, in the frame of the drips
 * @param at of the letter in the text
 */
export function dripPlaces(polygons: readonly (readonly Point[])[], drips: Drips, at: number, em: number): DripPlace[] {
  const [left, right] = sidesOf(polygons);
  const next = seeded(drips.seed * 1009 + rootOf(drips, at) * 31 + 7);
  // The first numbers after near-by seeds are alike.
  for (let i = 0; i < 8; i++) next();
  const wanted = Math.min(mostDrips, Math.floor((drips.number * (right - left)) / em + next()));
  const changes = new Map(drips.changes.filter((one) => one.at === at).map((one) => [one.drip, one.length]));
  const found: DripPlace[] = [];
  for (let drip = 0; found.length < wanted && drip < wanted * tries; drip++) {
    // Each try takes as many numbers, so that no try depends on what became of another.
    const [across, which, thick, long] = [next(), next(), next(), next()];
    const width = drips.thickness * em * (0.65 + 0.7 * thick);
    const x = left + width / 2 + across * (right - left - width);
    const hangs = placeAt(polygons, x, which, width);
    if (!hangs || found.some((other) => Math.abs(other.x - x) < 0.6 * (other.width + width))) continue;
    const length = changes.get(drip) ?? drips.length * lengthShare(long, drips.spread);
    found.push({ drip, x, ...hangs, width, length: Math.max(0.7 * width, length * em) });
  }
  // Those taken away keep their place free, so that no other drip comes there instead.
  return found.filter(({ drip }) => changes.get(drip) !== null);
}

/** Most short and few long: an exponential distribution, as far as lengths differ; its mean is 1. */
function lengthShare(chance: number, spread: number): number {
  return 1 - spread + spread * Math.min(4, -Math.log(1 - 0.985 * chance));
}

function sidesOf(polygons: readonly (readonly Point[])[]): [left: number, right: number] {
  let [left, right] = [Infinity, -Infinity];
  for (const polygon of polygons) for (const [x] of polygon) [left, right] = [Math.min(left, x), Math.max(right, x)];
  return left < right ? [left, right] : [0, 0];
}

/** The edge that a drip hangs from; null where there is none, or where it is too steep or too thin to hold it. */
function placeAt(
  polygons: readonly (readonly Point[])[],
  x: number,
  which: number,
  width: number,
): Pick<DripPlace, 'edge' | 'above' | 'turn'> | null {
  const all = stretchesAt(polygons, x);
  if (all.length === 0) return null;
  const higher = (which - lowestShare) / (1 - lowestShare);
  const { from, to, turn } = which < lowestShare ? all[all.length - 1] : all[Math.floor(higher * all.length)];
  if (to - from < 0.5 * width) return null;
  for (const side of [-0.45, 0.45]) if (edgeNear(polygons, x + side * width, to, 0.4 * width) === null) return null;
  return { edge: to, above: to - from, turn };
}

import { intersect, scaleRegion } from '../../pixels/region';
import type { Ground } from '../ground';
import { evenSteps, scaleFor, standing, type Placement } from '../placement';
import type { Seen } from '../seen';
import type { Setting } from '../settings';

/** Looked up once: these loops are hot. */
const { abs, exp, max, min } = Math;

/** Words keep this part of the sheet's shorter side from its edges. */
export const margin = 0.045;

/** In capitals, or in a script that has none. */
export const inCapitals = ({ words }: Setting): boolean =>
  words.upperCase || words.text.toUpperCase() === words.text.toLowerCase();
export const asTyped = ({ words }: Setting): boolean => !words.upperCase;

/** The sheet within its margins, px. */
export function roomOf({ part }: Pick<Ground, 'part'>): { left: number; top: number; width: number; height: number } {
  const edge = margin * min(part.width, part.height);
  return { left: edge, top: edge, width: part.width - 2 * edge, height: part.height - 2 * edge };
}

/**
 * A setting in some sizes, each in places all over the sheet's room.
 * @param shares of the room's width that its ink takes @param tallest part of the room's height that it may take
 * @param counts places across and down
 */
export function* allOver(
  ground: Ground,
  setting: Setting,
  shares: readonly number[],
  tallest: number,
  counts: readonly [number, number],
  front: number | null = null,
): Generator<Placement> {
  const room = roomOf(ground);
  const tried = new Set<number>();
  for (const share of shares) {
    const scale = scaleFor(setting, share * room.width, tallest * room.height);
    if (tried.has(Math.round(scale * 200))) continue;
    tried.add(Math.round(scale * 200));
    const [width, height] = [setting.ink.width * scale, setting.ink.height * scale];
    const across = room.width - width < 0.04 * room.width ? 1 : counts[0];
    for (const x of evenSteps(room.left + width / 2, room.left + room.width - width / 2, across))
      for (const y of evenSteps(room.top + height / 2, room.top + room.height - height / 2, counts[1]))
        yield standing(setting, { middle: [x, y], scale, front });
  }
}

/** The same behind each thing that words can stand behind, or the one that is locked. */
export function* behindThings(
  ground: Ground,
  setting: Setting,
  shares: readonly number[],
  tallest: number,
  counts: readonly [number, number],
): Generator<Placement> {
  const { front } = ground.order.locks;
  for (const thing of ground.things) {
    if (!isGoodInFront(thing, ground) || (front ?? thing.index) !== thing.index) continue;
    const box = scaleRegion(thing.box, ground.sketch.factor);
    // Words that do not reach it are crossed by nothing.
    for (const placement of allOver(ground, setting, shares, tallest, counts, thing.index))
      if (intersect(placement.box, box)) yield placement;
  }
}

/** 1 in the middle and on the thirds across; the same down. */
export function balanceOf({ part }: Ground, { middle: [x, y], box }: Placement): number {
  const near = (at: number, places: readonly number[]): number =>
    max(...places.map((place) => exp(-(((at - place) / 0.08) ** 2))));
  const wide = box.width > 0.6 * part.width;
  const across = near(x / part.width, wide ? [0.5] : [0.33, 0.5, 0.67]);
  return 0.6 * across + 0.4 * near(y / part.height, [0.25, 0.33, 0.5, 0.67, 0.75]);
}

/** How large the words are: 1 where their ink takes this part of the sheet. */
export const sizeOf = ({ part }: Ground, { setting: { ink, density }, scale }: Placement, full: number): number =>
  min(1, (ink.width * ink.height * density * scale * scale) / (part.width * part.height) / full);

/** Words that lie beside things. */
export const clearOf = ({ onThings, covered }: Seen): number => 1 - min(1, 2.5 * onThings + covered);

/** Of a letter this much may be hidden; less than the first is a mere touch. */
export const [touched, mostHidden] = [0.07, 0.58];

/** More of a word on what is busy cannot be read, and covers what belongs to the thing. */
export const busiest = 0.14;

/** How well letters are crossed: null where one is lost, or too few are crossed. */
export function crossingOf(
  hidden: readonly number[],
  least: number,
): { crossing: number; slivers: number; held: number } | null {
  if (hidden.some((one) => one > mostHidden)) return null;
  const crossed = hidden.filter((one) => one >= touched);
  if (crossed.length < least) return null;
  const slivers = hidden.filter((one) => one > 0.008 && one < touched).length;
  // A third of a letter hidden is plainly meant; and some letters should be whole.
  const depth = crossed.reduce((sum, one) => sum + exp(-(((one - 0.32) / 0.2) ** 2)), 0) / crossed.length;
  const whole = hidden.filter((one) => one < 0.01).length / hidden.length;
  return {
    crossing: 0.75 * depth + 0.25 * min(1, whole * 3),
    slivers: 1 - min(1, (2 * slivers) / hidden.length),
    held: heldOf(hidden),
  };
}

/** 1 where the first and the last letter are whole; a word of two or three letters need not be. */
function heldOf(hidden: readonly number[]): number {
  if (hidden.length < 4) return 1;
  return [hidden[0], hidden[hidden.length - 1]].reduce((sum, one) => sum + (one < 0.05 ? 0.5 : 0.1), 0);
}

/** How much of what stands before words goes on outside of them: it is no loose piece. */
export function grownOf({ things, sketch, part }: Ground, { front, box }: Placement): number {
  const thing = things.find(({ index }) => index === front);
  if (!thing) return 0;
  const { width, height, factor } = sketch;
  let [all, beyond, below] = [0, 0, 0];
  for (let y = 0, i = 0; y < height; y += 2, i = y * width)
    for (let x = 0; x < width; x += 2, i += 2) {
      const own = thing.mask[i];
      if (own === 0) continue;
      all += own;
      const isBelow = y * factor > box.y + box.height;
      if (isBelow) below += own;
      if (isBelow || y * factor < box.y || x * factor < box.x || x * factor > box.x + box.width) beyond += own;
    }
  if (all === 0) return 0;
  const touchesEdge = thing.box.y + thing.box.height >= height - 2 || box.y + box.height > 0.97 * part.height;
  return min(1, 1.6 * (beyond / all)) * (below > 0.06 * all || touchesEdge ? 1 : 0.45);
}

/** The share of a thing that is good to stand words behind. */
export const isGoodInFront = ({ share, box }: Ground['things'][number], { sketch }: Ground): boolean =>
  share > 0.006 && share < 0.5 && box.width < 0.97 * sketch.width;

export const percent = (part: number): string => `${Math.round(part * 100)} %`;

/** Where the middle of words lies, in words. */
export function whereOf({ part }: Ground, { middle: [x, y] }: Placement): string {
  const row = ['towards the top', 'in the middle', 'towards the bottom'][min(2, Math.floor((3 * y) / part.height))];
  const off = x / part.width - 0.5;
  if (abs(off) < 0.1) return row;
  return `${row}, on the ${off < 0 ? 'left' : 'right'}`;
}

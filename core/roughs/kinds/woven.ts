import {
  balanceOf,
  behindThings,
  busiest,
  crossingOf,
  grownOf,
  inCapitals,
  isGoodInFront,
  sizeOf,
  touched,
} from './common';
import type { RoughKind } from './kind';

/** The letters that are brought before the thing again: every other one of those that it crosses. */
export const broughtBefore = (hidden: readonly number[]): number[] =>
  hidden.flatMap((one, letter) => (one > 0.008 ? [letter] : [])).filter((_, k) => k % 2 === 1);

/** Words woven through what stands out: over it and under it in turn. */
export const woven: RoughKind = {
  name: 'woven',
  title: 'Woven through it',
  needs: 'light',
  crosses: true,
  lacks: (ground) =>
    ground.things.some((thing) => isGoodInFront(thing, ground) && thing.box.width > 0.12 * ground.sketch.width)
      ? null
      : 'Nothing that stands out is wide enough for letters to go over it and under it.',
  takes: inCapitals,
  placements: (ground, setting) => behindThings(ground, setting, [0.94, 0.8, 0.66], 0.55, [7, 13]),
  parts(ground, placement, seen) {
    const before = new Set(broughtBefore(seen.hidden));
    const left = seen.hidden.map((one, letter) => (before.has(letter) ? 0 : one));
    const crossed = crossingOf(left, 1);
    const over = [...before].filter((letter) => seen.hidden[letter] >= touched);
    if (!crossed || over.length === 0 || seen.onThings > 0.3 || seen.busy > busiest) return null;
    return {
      ...crossed,
      crossing:
        crossed.crossing * Math.min(1, 0.55 + 0.15 * (over.length + left.filter((one) => one >= touched).length)),
      grown: grownOf(ground, placement),
      calm: 1 - seen.unrest - 3 * seen.busy,
      large: sizeOf(ground, placement, 0.15),
      balance: balanceOf(ground, placement),
      weight: Math.min(1, placement.setting.density / 0.55),
    };
  },
  says: (_, { seen: { hidden }, setting }) => {
    const before = broughtBefore(hidden);
    const name = (letter: number): string => setting.words.text.charAt(setting.starts[letter]).toUpperCase();
    const under = hidden.flatMap((one, letter) => (one >= touched && !before.includes(letter) ? [name(letter)] : []));
    return `Woven: ${before.map(name).join(', ')} over it, ${under.join(', ')} under it.`;
  },
};

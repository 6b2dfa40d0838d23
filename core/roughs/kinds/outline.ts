import { balanceOf, behindThings, busiest, crossingOf, grownOf, inCapitals, isGoodInFront, sizeOf } from './common';
import type { RoughKind } from './kind';

/** Letters behind the thing, their outline before it. */
export const outline: RoughKind = {
  name: 'outline',
  title: 'Behind it, the outline before it',
  needs: 'light',
  crosses: true,
  lacks: (ground) =>
    ground.things.some((thing) => isGoodInFront(thing, ground))
      ? null
      : 'Nothing stands out that an outline could run across.',
  takes: inCapitals,
  placements: (ground, setting) => behindThings(ground, setting, [1, 0.9, 0.78], 0.8, [5, 13]),
  parts(ground, placement, seen) {
    const crossed = crossingOf(seen.hidden, 1);
    if (!crossed || seen.onThings > 0.4 || seen.busy > 2 * busiest || seen.before === null) return null;
    // The outline tells what is hidden: more may be, and it should be worth it.
    const most = Math.max(...seen.hidden);
    return {
      crossing: Math.min(1, most / 0.4),
      slivers: crossed.slivers,
      held: crossed.held,
      grown: grownOf(ground, placement),
      calm: 1 - seen.unrest - 3 * seen.busy,
      large: sizeOf(ground, placement, 0.26),
      balance: balanceOf(ground, placement),
      weight: Math.min(1, placement.setting.density / 0.6),
    };
  },
  // The outline has the letters’ colour: it must stand off what it runs across too.
  inked: ({ before }, { lightness }) => ({ shown: (Math.abs(lightness - (before ?? lightness)) - 12) / 30 }),
  says: () => 'The letters stand behind what stands out, their outline runs before it.',
};

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

/** Words behind what stands out. */
export const behind: RoughKind = {
  name: 'behind',
  title: 'Behind what stands out',
  needs: 'light',
  crosses: true,
  lacks: (ground) =>
    ground.things.some((thing) => isGoodInFront(thing, ground))
      ? null
      : 'Nothing stands out that is small enough to stand before words.',
  takes: inCapitals,
  placements: (ground, setting) => behindThings(ground, setting, [1, 0.88, 0.76, 0.64, 0.52], 0.62, [7, 13]),
  parts(ground, placement, seen) {
    const crossed = crossingOf(seen.hidden, 1);
    if (!crossed || seen.onThings > 0.3 || seen.busy > busiest) return null;
    return {
      ...crossed,
      grown: grownOf(ground, placement),
      calm: 1 - seen.unrest - 3 * seen.busy,
      large: sizeOf(ground, placement, 0.17),
      balance: balanceOf(ground, placement),
      weight: Math.min(1, placement.setting.density / 0.55),
    };
  },
  says: (_, { seen: { hidden } }) => {
    const crossed = hidden.filter((one) => one >= touched).length;
    return crossed === 1
      ? `One of ${hidden.length} letters stands partly behind it.`
      : `${crossed} of ${hidden.length} letters stand partly behind it.`;
  },
};

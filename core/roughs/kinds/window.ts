import { allOver, balanceOf, inCapitals, percent, sizeOf } from './common';
import type { RoughKind } from './kind';

/** Openings that are a smaller part of the sheet show nothing. */
const leastOpen = 0.1;

/** Openings in a panel that lies over the whole photograph. */
export const windowKind: RoughKind = {
  name: 'window',
  title: 'Openings in a panel',
  needs: 'nothing',
  crosses: false,
  lacks: ({ settings }) => (settings.some(inCapitals) ? null : 'The words leave no openings.'),
  takes: (setting) => inCapitals(setting) && setting.density > 0.42,
  placements: (ground, setting) => allOver(ground, setting, [1, 0.92], 0.86, [1, 13]),
  parts(ground, placement, seen) {
    const open = sizeOf(ground, placement, 1);
    if (open < leastOpen) return null;
    // Something must be seen through them, and what stands out must not be covered by the panel alone.
    return {
      lively: 0.5 * Math.min(1, 1.6 * seen.unrest) + 0.5 * Math.min(1, seen.covered / 0.35),
      size: sizeOf(ground, placement, 0.3),
      balance: balanceOf(ground, placement),
      weight: Math.min(1, placement.setting.density / 0.6),
    };
  },
  says: (ground, { setting: { ink, density }, scale }) =>
    `The photograph is seen through the letters: ${percent((ink.width * ink.height * density * scale * scale) / (ground.part.width * ground.part.height))} of the sheet is open.`,
};

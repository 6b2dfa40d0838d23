import { surveyOf } from '../ground';
import { allOver, asTyped, balanceOf, clearOf, sizeOf, whereOf } from './common';
import type { RoughKind } from './kind';

const capital = (text: string): string => text[0].toUpperCase() + text.slice(1);

/** Words in a calm part of the photograph. */
export const calm: RoughKind = {
  name: 'calm',
  title: 'In a calm place',
  needs: 'things',
  crosses: false,
  lacks: (ground) =>
    surveyOf(ground).calm.places.length > 0 ? null : 'No place of the photograph is calm enough for words.',
  takes: asTyped,
  placements: (ground, setting) => allOver(ground, setting, [0.7, 0.56, 0.44, 0.34, 0.26], 0.4, [9, 15]),
  parts(ground, placement, seen) {
    if (seen.unrest > 0.4 || seen.busy > 0.04 || seen.onThings > 0.004) return null;
    return {
      calm: 1 - 1.6 * seen.unrest,
      clear: clearOf(seen),
      size: sizeOf(ground, placement, 0.055),
      balance: balanceOf(ground, placement),
    };
  },
  says: (ground, layout) =>
    `${capital(whereOf(ground, layout))}: ${Math.round((1 - layout.seen.unrest) * 100)} % of the place is calm.`,
};

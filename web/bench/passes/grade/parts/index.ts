import { plainTone, type Grade } from '../../../../../core/passes/grade/schema';
import { greyMix, hue, invert, saturation, splitTint, subtract, whiteBalance } from './colour';
import { curve } from './curve';
import { hueRanges } from './hueRanges';
import { levels } from './levels';
import { match } from './match';
import type { GradePart } from './part';
import { blur, contrast, fade, light, localContrast } from './tone';

/** Everything that a grade can do, in the order in which it is done. */
export const gradeParts = {
  blur,
  localContrast,
  match,
  light,
  whiteBalance,
  levels,
  curve,
  contrast,
  fade,
  saturation,
  hue,
  hueRanges,
  greyMix,
  splitTint,
  invert,
  subtract,
} satisfies Record<string, GradePart>;

export type GradePartName = keyof typeof gradeParts;
export const partNames = Object.keys(gradeParts) as GradePartName[];

/** Whether a grade does this. */
export const isSet = (grade: Grade, name: GradePartName): boolean =>
  gradeParts[name].fields.some((field) => JSON.stringify(grade[field]) !== JSON.stringify(plainTone[field]));

/** What a grade does, in words. */
export function changesOf(grade: Grade): string {
  const changes = partNames.filter((name) => isSet(grade, name)).map((name) => gradeParts[name].says(grade));
  return changes.length === 0 ? 'as it is' : changes.join(', ');
}

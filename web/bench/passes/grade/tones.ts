import type { Histogram, MeasuredGrades, MeasuredTones } from '../../../../core/passes/grade/measure';
import type { GradeReach } from '../../../../core/passes/grade/schema';
import type { Channel } from '../../../../core/passes/grade/tone/schema';
import { useBench } from '../../benchContext';

/** What was measured last for line 9, perhaps of the picture as it was a moment ago. */
export const useTones = (): Pick<MeasuredGrades, 'before' | 'after'> & Partial<MeasuredGrades> =>
  useBench().measures?.grade ?? { before: null, after: null };

/** A histogram's columns for one channel, or for all of them together. */
export function countsOf(histogram: Histogram | null, channel: Channel): number[] {
  if (!histogram) return [];
  const { red, green, blue } = histogram;
  return channel === 'all' ? red.map((count, i) => (count + green[i] + blue[i]) / 3) : histogram[channel];
}

/** The tones of what a reach is about, and of what lies around that; null where there is nothing to compare. */
export function tonesOfReach(
  { area, lettering, on }: GradeReach,
  measured: Partial<MeasuredGrades>,
): MeasuredTones | null {
  const find = (list: readonly MeasuredTones[] | undefined, id: string | null): MeasuredTones | null =>
    list?.find((one) => one.id === id) ?? null;
  if (area === 'letters') return find(measured.letterings, lettering);
  if (area !== 'photograph') return null;
  if (on.kind === 'veil') return find(measured.veils, on.veil);
  return on.kind === 'plate' ? find(measured.plates, on.plate) : null;
}

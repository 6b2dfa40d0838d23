import type { GradePart, PartProps } from './part';

const steps = (value: number): string => (255 * value).toFixed(0);

function MatchSentence({ grade: { match } }: PartProps) {
  if (!match) return null;
  const { from, to } = match;
  const times = from.spread[0] > 1e-4 ? to.spread[0] / from.spread[0] : 1;
  return (
    <p className="leading-7">
      Tone and colour matched: mean lightness from {steps(from.mean[0])} to {steps(to.mean[0])} of 255, contrast{' '}
      {Math.round(100 * times)} %.
    </p>
  );
}

/** Set by a press of its own, which measures; so it is not offered beside the others. */
export const match: GradePart = {
  title: 'Match',
  fields: ['match'],
  first: () => ({}),
  Sentence: MatchSentence,
  says: () => 'matched',
};

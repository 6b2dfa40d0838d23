import { z } from 'zod';
import { moved } from '../../../shape/affine';
import { leftShare, type Lockup, type SetLetter } from './lockup';

const schema = z.strictObject({
  kind: z.literal('stacked'),
  /** From the ink of one letter to the ink of the next, em. */
  gap: z.number().min(-1).max(5),
});

/** A space leaves this much, em. */
const blank = 0.35;

/**
 * Letters below each other, each centred on its column by its ink; every line of the text is a column, the first one at
 * the left.
 */
export const stackedLockup: Lockup<z.infer<typeof schema>> = {
  kind: 'stacked',
  title: 'Letters stacked downwards',
  schema,
  place(lines, { gap }, { size, leadingOf, alignment }) {
    const heights = lines.map(({ letters }) => columnHeight(letters, gap * size, size));
    const tallest = Math.max(0, ...heights);
    let x = 0;
    const columns = lines.map(({ index }) => (x += leadingOf(index)));
    return lines.map(({ letters }, i) => {
      let top = -tallest / 2 + (tallest - heights[i]) * leftShare(alignment);
      const places = new Map<SetLetter, { x: number; y: number }>();
      for (const letter of inReadingOrder(letters)) {
        const { bounds, advance } = letter;
        places.set(letter, {
          x: columns[i] - x / 2 - (bounds ? bounds.x + bounds.width / 2 : advance / 2),
          y: top - (bounds?.y ?? 0),
        });
        top += stepOf(letter, size) + gap * size;
      }
      return letters.map((letter) => moved(places.get(letter)!.x, places.get(letter)!.y));
    });
  },
};

const stepOf = ({ bounds }: SetLetter, size: number): number => bounds?.height ?? blank * size;

const inReadingOrder = (letters: readonly SetLetter[]): SetLetter[] => [...letters].sort((a, b) => a.start - b.start);

function columnHeight(letters: readonly SetLetter[], gap: number, size: number): number {
  return letters.reduce((sum, letter) => sum + stepOf(letter, size), 0) + gap * Math.max(0, letters.length - 1);
}

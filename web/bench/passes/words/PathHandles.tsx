import { wordsHand } from './hand';
import { changePart } from '../../../../core/piece/edits/items';
import type { Letters } from '../../../../core/type/letters';
import type { Lettering } from '../../../../core/piece/schema';
import { flatten } from '../../../../core/shape/path';
import { smoothThrough } from '../../../../core/shape/smooth';
import { editing } from '../../editing';
import { DrawLine, LinePoints } from '../../view/LinePoints';

interface PathProps {
  lettering: Lettering;
  letters: Letters;
}

/** The next drag draws the line that the words stand on. */
export function DrawPath({ lettering, letters }: PathProps) {
  const done = (points: [number, number][] | null): void => {
    wordsHand.set({ drawingPath: null });
    if (points)
      editing.commit(
        'Draw the line of the words',
        changePart(lettering.id, 'words', { lockup: { kind: 'path', points, offset: 0 } }),
      );
  };
  return <DrawLine letters={letters} done={done} />;
}

/** The points of a drawn line, each to be dragged. */
export function PathPoints({ lettering, letters }: PathProps) {
  const { lockup } = lettering.words;
  if (lockup.kind !== 'path') return null;
  return (
    <LinePoints
      letters={letters}
      points={lockup.points}
      line={flatten(smoothThrough(lockup.points))[0] ?? []}
      name="the line"
      edit={(points) => changePart(lettering.id, 'words', { lockup: { ...lockup, points } })}
    />
  );
}

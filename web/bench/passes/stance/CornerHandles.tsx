import { useRef } from 'react';
import type { Letters } from '../../../../core/type/letters';
import type { Perspective } from '../../../../core/passes/stance/schema';
import type { Edit } from '../../../../core/piece/edits/edit';
import type { Lettering } from '../../../../core/piece/schema';
import type { Point } from '../../../../core/shape/affine';
import { flatLetters, useBench } from '../../benchContext';
import { editing } from '../../editing';
import { useDrag } from '../../view/drag';
import { Hairline, lineThrough } from '../../view/Hairline';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';
import { perspectiveFor, pulled, standingCorners } from './perspective';

const names = ['Upper left corner', 'Upper right corner', 'Lower right corner', 'Lower left corner'];

/** The four corners, each to be pulled where the surface in the photograph has it. */
export function CornerHandles({ lettering, letters }: { lettering: Lettering; letters: Letters }) {
  const { lettersOf } = useBench();
  const { toScreen } = useViewport();
  const flat = flatLetters(lettersOf, lettering);
  const perspective = flat && perspectiveFor(lettering.stance, flat);
  if (!perspective) return null;
  const quad = standingCorners(perspective, letters).map(toScreen);
  return (
    <g>
      <Hairline d={lineThrough(quad, true)} active />
      <Hairline d={`${lineThrough([quad[0], quad[2]])}${lineThrough([quad[1], quad[3]])}`} dashed />
      {quad.map((corner, i) => (
        <CornerRing key={i} index={i} at={corner} id={lettering.id} perspective={perspective} letters={letters} />
      ))}
    </g>
  );
}

interface CornerProps {
  index: number;
  at: Point;
  id: string;
  perspective: Perspective;
  letters: Letters;
}

function CornerRing({ index, at, id, perspective, letters }: CornerProps) {
  // Where the corners would cross, the last place at which they did not counts.
  const last = useRef<Edit | null>(null);
  const drag = useDrag({
    begin: () => {
      last.current = null;
      return { perspective, letters };
    },
    move: ({ start, to }) => {
      last.current = pulled(id, start.perspective, start.letters, index, to) ?? last.current;
      if (last.current) editing.draft(last.current);
    },
    end: ({ moved }) => {
      if (moved && last.current) editing.commit('Pull a corner into perspective', last.current);
    },
    cancel: () => editing.cancelDraft(),
  });
  return <Ring at={at} label={`${names[index]}: pull it where the surface has it`} drag={drag} active cursor="move" />;
}

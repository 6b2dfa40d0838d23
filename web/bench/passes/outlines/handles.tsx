import { reachOf } from '../../../../core/passes/outlines/bands';
import type { Outline } from '../../../../core/passes/outlines/schema';
import { standingBox, standingEm } from '../../../../core/type/standing';
import type { Letters } from '../../../../core/type/letters';
import { setOutline } from '../../../../core/piece/edits/outlines';
import type { Edit } from '../../../../core/piece/edits/edit';
import type { Point } from '../../../../core/shape/affine';
import { rounded } from '../../../../core/shape/rounding';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { useNudge } from '../../keys/useNudge';
import { useDrag, type DragMove } from '../../view/drag';
import { Hairline } from '../../view/Hairline';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';

/** A ring for each outline, at the right of the letters, as far off their edge as the outline reaches. */
export function Handles() {
  const { lettering, letters, mayChange } = useBench();
  const list = lettering?.outlines.list ?? [];
  const nearest = list.at(-1);
  useNudge(
    (dx, dy) =>
      nearest &&
      mayChange &&
      editing.soon(
        'Set the width of an outline',
        `outline-${nearest.id}`,
        'width',
        setOutline(lettering!.id, nearest.id, { width: widened(nearest, dx - dy, letters) }),
      ),
  );
  const box = letters && standingBox(letters);
  if (!lettering || !box || !mayChange) return null;
  return (
    <g>
      {list.map((outline, i) => (
        <WidthRing
          key={outline.id}
          id={lettering.id}
          outline={outline}
          number={i + 1}
          letters={letters}
          from={[box.x + box.width, box.y + (box.height * (i + 1)) / (list.length + 1)]}
        />
      ))}
    </g>
  );
}

const emOf = (letters: Letters | null): number => (letters ? standingEm(letters) : 1);

/** An outline's width made wider by some sheet px. */
function widened({ width, unit }: Outline, by: number, letters: Letters | null): number {
  return Math.min(5000, Math.max(0, unit === 'px' ? rounded(width + by, 2) : rounded(width + by / emOf(letters), 5)));
}

interface WidthRingProps {
  id: string;
  outline: Outline;
  number: number;
  letters: Letters;
  /** On the edge of the letters' box, sheet px. */
  from: Point;
}

function WidthRing({ id, outline, number, letters, from: [x, y] }: WidthRingProps) {
  const { toScreen } = useViewport();
  const reach = reachOf(outline, emOf(letters));
  // Dragged outwards it grows; an inside one grows inwards, a centred one to both sides.
  const factor = { inside: -1, centred: 2, outside: 1 }[outline.side];
  const edit = ({ start, from, to }: DragMove<Outline>): Edit =>
    setOutline(id, start.id, { width: widened(start, (to[0] - from[0]) * factor, letters) });
  const drag = useDrag<Outline>({
    begin: () => outline,
    move: (move) => editing.draft(edit(move)),
    end: (move) => move.moved && editing.commit('Set the width of an outline', edit(move)),
    cancel: () => editing.cancelDraft(),
  });
  const edge = toScreen([x, y]);
  const at = toScreen([x + (outline.side === 'inside' ? reach.from : reach.to), y]);
  return (
    <g>
      <Hairline d={`M${edge[0]} ${edge[1]}H${at[0]}`} />
      <Ring at={at} label={`Width of outline ${number}`} drag={drag} cursor="ew-resize" />
    </g>
  );
}

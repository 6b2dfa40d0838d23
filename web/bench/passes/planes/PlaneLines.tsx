import type { Plane } from '../../../../core/passes/planes/schema';
import { roundedPoint } from '../../../../core/shape/rounding';
import type { Point } from '../../../../core/shape/affine';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { useDrag } from '../../view/drag';
import { Hairline, lineThrough } from '../../view/Hairline';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';
import { carryOut } from './carryOut';
import { redrawnEdit } from './inPlanes';

const pairs = ['along', 'along', 'across', 'across'] as const;

/** The four lines that tell a plane, with a ring at each end: dragged again, the words in it go along. */
export function PlaneLines({ plane }: { plane: Plane }) {
  const { toScreen } = useViewport();
  return (
    <g>
      {plane.lines.map((line, i) => (
        <Hairline key={i} d={lineThrough(line.map(toScreen))} dashed={pairs[i] === 'across'} active />
      ))}
      {plane.lines.map((line, i) =>
        line.map((at, end) => <EndRing key={`${i} ${end}`} plane={plane} line={i} end={end} at={at} />),
      )}
    </g>
  );
}

/** The plane's lines with one end moved. */
const movedEnd = ({ lines }: Plane, line: number, end: number, to: Point): Plane['lines'] =>
  lines.map((points, i) =>
    i === line ? points.map((point, k) => (k === end ? (roundedPoint(to, 1) as [number, number]) : point)) : points,
  ) as Plane['lines'];

function EndRing({ plane, line, end, at }: { plane: Plane; line: number; end: number; at: Point }) {
  const { piece } = useBench();
  const { toScreen } = useViewport();
  const drag = useDrag({
    begin: () => ({ piece, plane }),
    move: ({ start, to }) => {
      const { edit } = redrawnEdit(start.piece, start.plane, movedEnd(start.plane, line, end, to));
      if (edit) editing.draft(edit);
    },
    end: ({ start, to, moved }) => {
      if (moved) {
        const isDone = carryOut(
          'Draw a plane’s line again',
          redrawnEdit(start.piece, start.plane, movedEnd(start.plane, line, end, to)),
        );
        if (!isDone) editing.cancelDraft();
      }
    },
    cancel: () => editing.cancelDraft(),
  });
  return (
    <Ring
      at={toScreen(at)}
      label={`Line ${line + 1} of ${plane.name}, ${pairs[line]}: ${end === 0 ? 'its first end' : 'its other end'}`}
      drag={drag}
      cursor="move"
      isStop={end === 0}
    />
  );
}

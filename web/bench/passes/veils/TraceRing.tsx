import { veilHand } from './hand';
import type { Contour } from '../../../../core/passes/veils/schema';
import { movePoint, removePoint } from '../../../../core/piece/edits/veils';
import type { Point } from '../../../../core/shape/affine';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { useDrag, type DragMove } from '../../view/drag';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';
import { fromPlate, inTurn, toPlate, type CutPlate } from './cutting';
import { at, movedPoint, neighboursOf, rounded } from './traceEditing';

interface TraceRingProps {
  veil: string;
  cut: number;
  contour: Contour;
  contourIndex: number;
  index: number;
  plate: CutPlate;
  sha256: string;
  zoom: number;
  /** What a click does instead of choosing the point. */
  onClose: ((shift: boolean) => void) | null;
}

/**
 * A clicked point: drag to move it, and the stretches on both sides run anew; a click chooses it, Alt-click removes it.
 */
export function TraceRing({ veil, cut, contour, contourIndex, index, plate, sha256, zoom, onClose }: TraceRingProps) {
  const { tracer } = useBench();
  const { toScreen } = useViewport();
  const place = { veil, cut, contour: contourIndex, index };
  const chosen = JSON.stringify(veilHand.use('tracePoint').tracePoint) === JSON.stringify(place);
  const point = contour.points[index];
  const { previous } = neighboursOf(contour, index);
  const moved = ({ start, from, to }: DragMove<Point>): [number, number] => {
    const [[fromX, fromY], [toX, toY]] = [toPlate(plate, from), toPlate(plate, to)];
    return rounded([start[0] + toX - fromX, start[1] + toY - fromY]);
  };
  const drag = useDrag<Point>({
    begin: () => at(point),
    move: (move) => {
      const [x, y] = moved(move);
      editing.draft(
        movePoint(
          veil,
          cut,
          contourIndex,
          index,
          { x, y },
          previous?.to === 'edge' ? [] : null,
          point.to === 'edge' ? [] : null,
        ),
      );
    },
    end: (move) => {
      if (move.moved)
        inTurn(
          async () =>
            void editing.commit(
              'Move a point',
              await movedPoint(tracer, place, contour, moved(move), { sha256, zoom }),
            ),
        );
      else if (move.alt) editing.commit('Remove a point', removePoint(veil, cut, contourIndex, index));
      else if (onClose) onClose(move.shift);
      else veilHand.set({ tracePoint: chosen ? null : place });
    },
    cancel: () => editing.cancelDraft(),
  });
  return (
    <Ring
      at={toScreen(fromPlate(plate, at(point)))}
      label={`Point ${index + 1} of ${contour.points.length}: drag to move it, click to choose it, Alt-click to remove it`}
      drag={drag}
      active={chosen || (!contour.closed && index === contour.points.length - 1)}
      cursor="grab"
      isStop={chosen || index === 0}
      says={onClose ? 'closes the line' : `takes point ${index + 1}`}
    />
  );
}

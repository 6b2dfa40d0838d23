import { veilHand } from './hand';
import { useState } from 'react';
import { contourPoints } from '../../../../core/passes/veils/contour';
import type { Contour } from '../../../../core/passes/veils/schema';
import { nearestOnContour } from '../../../../core/passes/veils/trace/onContour';
import { insertPoint } from '../../../../core/piece/edits/veils';
import { editing } from '../../editing';
import { lineThrough } from '../../view/Hairline';
import { useViewport } from '../../view/viewport';
import { fromPlate, toPlate, type CutPlate } from './cutting';
import { rounded } from './traceEditing';

interface InsertLineProps {
  veil: string;
  cut: number;
  contours: readonly Contour[];
  plate: CutPlate;
  /** Screen px. */
  reach: number;
}

/** A click on a closed line puts a point into it. */
export function InsertLine({ veil, cut, contours, plate, reach }: InsertLineProps) {
  const { toScreen, toSheet } = useViewport();
  const [hint, setHint] = useState<[number, number] | null>(null);
  const nearest = (contour: Contour, event: React.PointerEvent) =>
    nearestOnContour(contour, toPlate(plate, toSheet(event)));
  const insert = (contour: Contour, index: number, event: React.PointerEvent): void => {
    event.stopPropagation();
    const found = event.button === 0 ? nearest(contour, event) : null;
    if (!found) return;
    const [x, y] = rounded(found.at);
    setHint(null);
    if (
      editing.commit('Put a point in', insertPoint(veil, cut, index, found.index, { x, y }, found.before, found.after))
    )
      veilHand.set({ tracePoint: { veil, cut, contour: index, index: found.index + 1 } });
  };
  return (
    <g>
      {contours.map(
        (contour, i) =>
          contour.closed && (
            <path
              key={i}
              d={lineThrough(
                contourPoints(contour).map((point) => toScreen(fromPlate(plate, point))),
                true,
              )}
              fill="none"
              stroke="transparent"
              strokeWidth={2 * reach}
              pointerEvents="stroke"
              className="cursor-copy"
              data-testid="trace-line"
              onPointerMove={(event) => setHint(nearest(contour, event)?.at ?? null)}
              onPointerLeave={() => setHint(null)}
              onPointerDown={(event) => insert(contour, i, event)}
            >
              <title>Click to put a point in</title>
            </path>
          ),
      )}
      {hint && (
        <circle
          cx={toScreen(fromPlate(plate, hint))[0]}
          cy={toScreen(fromPlate(plate, hint))[1]}
          r={4}
          fill="#fff"
          stroke="#1F2328"
          pointerEvents="none"
        />
      )}
    </g>
  );
}

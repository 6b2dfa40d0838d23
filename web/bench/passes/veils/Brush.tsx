import { veilHand } from './hand';
import { useState, type PointerEvent } from 'react';
import type { Point } from '../../../../core/shape/affine';
import type { DragHandlers } from '../../view/drag';
import { KeyCross, useKeyCross } from '../../view/KeyCross';
import { useViewport } from '../../view/viewport';
import type { KeyedLine } from './drawnLine';

/**
 * The whole sheet as a place to draw on, with the brush's lens at the pointer. By keyboard: arrows, Enter for each
 * point, Shift and Enter for the last.
 */
export function BrushArea({ drag, soft, keyed }: { drag: DragHandlers; soft: boolean; keyed: KeyedLine }) {
  const keyPoint = useKeyCross({ enter: (at, shift) => (shift ? keyed.end(at) : keyed.add(at)) });
  const { radius, softness } = veilHand.use('radius', 'softness');
  const { size, toSheet, view } = useViewport();
  const [pointer, setPointer] = useState<Point | null>(null);
  const place = pointer ?? keyPoint;
  const at = place && [place[0] * view.zoom + view.x, place[1] * view.zoom + view.y];
  return (
    <g>
      <rect
        width={size.width}
        height={size.height}
        fill="transparent"
        className="cursor-none"
        {...drag}
        onPointerMove={(event: PointerEvent<SVGRectElement>) => {
          setPointer(toSheet(event));
          drag.onPointerMove(event);
        }}
        onPointerLeave={() => setPointer(null)}
      />
      {keyPoint && <KeyCross at={keyPoint} />}
      {at && (
        <g fill="none" pointerEvents="none">
          <circle cx={at[0]} cy={at[1]} r={radius * view.zoom} stroke="#fff" strokeWidth={3} strokeOpacity={0.8} />
          <circle cx={at[0]} cy={at[1]} r={radius * view.zoom} stroke="#1F2328" strokeWidth={1} />
          {soft && (
            <circle
              cx={at[0]}
              cy={at[1]}
              r={radius * (1 - softness) * view.zoom}
              stroke="#1F2328"
              strokeWidth={1}
              strokeDasharray="3 3"
            />
          )}
        </g>
      )}
    </g>
  );
}

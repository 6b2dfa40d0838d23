import { veilHand } from './hand';
import { useRef, useState, type PointerEvent } from 'react';
import { useKeys } from '../../keys/useKeys';
import { veilKeys } from './keys';
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
  const lens = useLens(pointer);
  const place = lens.middle ?? pointer ?? keyPoint;
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
          if (!lens.opens(toSheet(event), view.zoom)) drag.onPointerMove(event);
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

/** How far the pointer moves sideways from hard to soft, screen px. */
const softnessRoom = 240;

/** While R is held the pointer's way from where it was opens the lens; sideways it softens it. */
function useLens(pointer: Point | null) {
  const held = useRef<{ middle: Point; softness: number } | null>(null);
  const [middle, setMiddle] = useState<Point | null>(null);
  const end = (): void => {
    held.current = null;
    setMiddle(null);
  };
  useKeys([
    [
      veilKeys.lens,
      {
        down({ repeat }) {
          if (repeat) return;
          if (!pointer) return false;
          held.current = { middle: pointer, softness: veilHand.get().softness };
          setMiddle(pointer);
        },
        up: end,
      },
    ],
  ]);
  return {
    middle,
    /** @returns true while the lens is being opened */
    opens([x, y]: Point, zoom: number): boolean {
      if (!held.current) return false;
      const { middle: from, softness } = held.current;
      const sideways = ((x - from[0]) * zoom) / softnessRoom;
      veilHand.set({
        radius: Math.min(2000, Math.max(0.5, Math.hypot(x - from[0], y - from[1]))),
        softness: Math.min(1, Math.max(0, softness + sideways)),
      });
      return true;
    },
  };
}

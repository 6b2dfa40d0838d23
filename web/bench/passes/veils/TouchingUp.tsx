import { useRef, useState } from 'react';
import type { Stroke } from '../../../../core/passes/veils/schema';
import { addStroke } from '../../../../core/piece/edits/things';
import { simplify } from '../../../../core/shape/simplify';
import type { Point } from '../../../../core/shape/affine';
import { useAppSelector } from '../../../store';
import { editing } from '../../editing';
import { useDrag } from '../../view/drag';
import { useViewport } from '../../view/viewport';
import { currentVeil, cut, toPlate, type CutPlate } from './cutting';

/** A stroke is kept as a line; points that lie this near to it are left out, screen px. */
const tolerance = 0.4;

/** Brushing the matte: bring front or send behind. */
export function TouchingUp({ plate }: { plate: CutPlate }) {
  const { side, radius, softness } = useAppSelector(({ bench }) => bench.hand);
  const { size, toSheet, view } = useViewport();
  const [pointer, setPointer] = useState<Point | null>(null);
  const points = useRef<[number, number][]>([]);
  const lastEnd = useRef<[number, number] | null>(null);
  const stroke = (alt: boolean): Stroke => ({
    side: alt === (side === 'front') ? 'behind' : 'front',
    radius: radius / plate.scale,
    softness,
    points: simplify(points.current, tolerance / (view.zoom * plate.scale)).map(([x, y]) => [Math.round(x * 100) / 100, Math.round(y * 100) / 100]),
  });
  const drag = useDrag<null>({
    begin: (sheetPoint) => {
      points.current = [toPlate(plate, sheetPoint)];
      return null;
    },
    move: ({ to, alt }) => {
      points.current.push(toPlate(plate, to));
      const veil = currentVeil();
      if (veil) editing.draft(addStroke(veil.id, stroke(alt)));
    },
    end: ({ alt, shift, moved }) => {
      if (!moved && shift && lastEnd.current) points.current.unshift(lastEnd.current);
      const made = stroke(alt);
      lastEnd.current = points.current[points.current.length - 1];
      cut(made.side === 'front' ? 'Bring to the front' : 'Send behind', plate, (id) => addStroke(id, made));
    },
    cancel: () => editing.cancelDraft(),
  });
  const at = pointer && [pointer[0] * view.zoom + view.x, pointer[1] * view.zoom + view.y];
  return (
    <g>
      <rect
        width={size.width}
        height={size.height}
        fill="transparent"
        className="cursor-none"
        {...drag}
        onPointerMove={(event) => {
          setPointer(toSheet(event));
          drag.onPointerMove(event);
        }}
        onPointerLeave={() => setPointer(null)}
      />
      {at && (
        <g fill="none" pointerEvents="none">
          <circle cx={at[0]} cy={at[1]} r={radius * view.zoom} stroke="#fff" strokeWidth={3} strokeOpacity={0.8} />
          <circle cx={at[0]} cy={at[1]} r={radius * view.zoom} stroke="#1F2328" strokeWidth={1} />
          <circle cx={at[0]} cy={at[1]} r={radius * (1 - softness) * view.zoom} stroke="#1F2328" strokeWidth={1} strokeDasharray="3 3" />
        </g>
      )}
    </g>
  );
}

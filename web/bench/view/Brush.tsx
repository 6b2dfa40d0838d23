import { useState, type PointerEvent } from 'react';
import { roundedPoint } from '../../../core/shape/rounding';
import type { Point } from '../../../core/shape/affine';
import { useDrag } from './drag';
import { useViewport } from './viewport';
import { WholeSheet } from './WholeSheet';

/** Points nearer than this part of the brush to the last one tell nothing. */
const closest = 0.05;
const mostPoints = 2000;

interface BrushProps {
  testId: string;
  /** Sheet px. */
  radius: number;
  /** The stroke as far as it is drawn: points on the sheet. */
  onDraw(points: [number, number][]): void;
  /** It is let go. */
  onStroke(points: [number, number][]): void;
  onCancel(): void;
}

/** A round brush over the whole sheet, with its rim at the pointer. */
export function Brush({ testId, radius, onDraw, onStroke, onCancel }: BrushProps) {
  const { toScreen, toSheet } = useViewport();
  const [at, setAt] = useState<Point | null>(null);
  const place = (point: Point): [number, number] => roundedPoint(point, 1);
  const drag = useDrag<{ points: [number, number][]; draw: BrushProps['onDraw']; end: BrushProps['onStroke'] }>({
    begin: (from) => ({ points: [place(from)], draw: onDraw, end: onStroke }),
    move({ start: { points, draw }, to }) {
      const last = points[points.length - 1];
      if (Math.hypot(to[0] - last[0], to[1] - last[1]) < radius * closest || points.length >= mostPoints) return;
      points.push(place(to));
      draw([...points]);
    },
    end: ({ start: { points, end } }) => end(points),
    cancel: onCancel,
  });
  const follow = (event: PointerEvent): void => setAt(toSheet(event));
  const [x, y] = at ? toScreen(at) : [0, 0];
  const rim = at && toScreen([at[0] + radius, at[1]])[0] - x;
  return (
    <g onPointerMove={follow} onPointerLeave={() => setAt(null)}>
      <WholeSheet data-testid={testId} {...drag} />
      {rim !== null && (
        <g pointerEvents="none">
          <circle cx={x} cy={y} r={rim} fill="none" stroke="#fff" strokeWidth={2.5} />
          <circle cx={x} cy={y} r={rim} fill="none" stroke="#1F2328" strokeWidth={1} />
        </g>
      )}
    </g>
  );
}

import { lineThrough } from '../../view/Hairline';
import { useViewport } from '../../view/viewport';
import { fromPlate, type CutPlate } from './cutting';
import type { DrawnLine } from './drawnLine';

interface LineShapeProps {
  line: { radius: number; points: readonly (readonly [number, number])[] };
  plate: CutPlate;
  /** Strokes behind are dashed, those in front are whole. */
  behind?: boolean;
  active?: boolean;
}

/** A stroke of the hand as it was drawn: light with a dark middle line, so that it shows on anything. */
export function LineShape({ line, plate, behind, active }: LineShapeProps) {
  const { toScreen, view } = useViewport();
  const width = Math.max(2, 2 * line.radius * plate.scale * view.zoom);
  const points: DrawnLine['points'] = line.points.map(([x, y]) => toScreen(fromPlate(plate, [x, y])));
  const d = lineThrough(points.length === 1 ? [points[0], points[0]] : points);
  return (
    <g fill="none" pointerEvents="none" strokeLinecap="round" strokeLinejoin="round">
      <path d={d} stroke={behind ? '#1F2328' : '#fff'} strokeWidth={width} strokeOpacity={active ? 0.5 : 0.28} />
      <path d={d} stroke="#fff" strokeWidth={3} strokeOpacity={0.85} />
      <path
        d={d}
        stroke={behind ? '#1F2328' : '#9C3B22'}
        strokeWidth={1.5}
        strokeDasharray={behind ? '2 4' : undefined}
      />
    </g>
  );
}

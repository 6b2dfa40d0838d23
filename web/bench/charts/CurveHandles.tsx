import type { Edit } from '../../../core/piece/edits/edit';
import type { CurvePoints } from '../../../core/shape/curve';
import { ChartHandle } from './ChartHandle';
import { moved } from './curvePoints';

interface CurveHandlesProps {
  /** In their order. */
  points: CurvePoints;
  width: number;
  height: number;
  /** What a point is called after its number, such as `of the profile`. */
  of: string;
  says(x: number, y: number): string;
  undoLabel: string;
  chosen: number;
  edit(points: CurvePoints): Edit;
  onChoose(place: number): void;
  onRemove(place: number): void;
}

/** The points of a curve in a chart: dragged, moved by the arrows, removed by Delete. */
export function CurveHandles(props: CurveHandlesProps) {
  const { points, width, height, of, says, undoLabel, chosen, edit, onChoose, onRemove } = props;
  return (
    <>
      {points.map(([x, y], i) => (
        <ChartHandle
          key={i}
          label={`Point ${i + 1} ${of}`}
          at={[x, y]}
          says={says(x, y)}
          undoLabel={undoLabel}
          edit={(toX, toY) => edit(moved(points, i, toX, toY))}
          onChoose={() => onChoose(i)}
          onRemove={() => onRemove(i)}
        >
          <circle cx={x * width} cy={(1 - y) * height} r={11} fill="transparent" className="cursor-move" />
          <circle
            cx={x * width}
            cy={(1 - y) * height}
            r={4}
            fill={i === chosen ? '#9C3B22' : '#fff'}
            stroke="#1F2328"
            strokeWidth={1.25}
            className="chart-mark"
          />
        </ChartHandle>
      ))}
    </>
  );
}

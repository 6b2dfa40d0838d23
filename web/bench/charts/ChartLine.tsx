import type { Edit } from '../../../core/piece/edits/edit';
import { ChartHandle } from './ChartHandle';
import { chartWidth } from './TonesChart';

interface ChartLineProps {
  label: string;
  /** 0..1 from the left. */
  at: number;
  height: number;
  undoLabel: string;
  edit(at: number): Edit;
}

/** An upright line in a chart, dragged to and fro by its foot or anywhere along it. */
export function ChartLine({ label, at, height, undoLabel, edit }: ChartLineProps) {
  const x = at * chartWidth;
  const tone = Math.round(at * 255);
  return (
    <ChartHandle
      label={label}
      at={[at, 0.5]}
      says={`${label}: ${tone} of 255`}
      undoLabel={undoLabel}
      edit={(to) => edit(to)}
    >
      <rect x={x - 7} y={0} width={14} height={height} fill="transparent" className="cursor-ew-resize" />
      <line x1={x} x2={x} y1={0} y2={height} stroke="#fff" strokeWidth={3} />
      <line x1={x} x2={x} y1={0} y2={height} stroke="#1F2328" strokeWidth={1.25} className="chart-mark" />
      <rect x={x - 3} y={height - 7} width={6} height={7} fill="#1F2328" className="chart-mark" />
    </ChartHandle>
  );
}

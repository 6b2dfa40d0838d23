import type { ReactNode, Ref } from 'react';

/** Size of a chart of tones in its own units; what is drawn in it takes values from 0 to 1. */
export const chartWidth = 240;

/**
 * How tall a column is in a chart of some counts. One tone that is everywhere, such as a black border, does not press all
 * others flat.
 */
export function tallnessOf(counts: readonly number[], height: number): (count: number) => number {
  const most = Math.max(1e-6, 1.15 * ([...counts].sort((a, b) => b - a)[Math.min(2, counts.length - 1)] ?? 0));
  return (count) => Math.min(height, (height * count) / most);
}

interface TonesChartProps {
  /** How often each tone is there, dark at the left. */
  counts: readonly number[];
  label: string;
  height: number;
  /** What lies over it is worked with, so it is no picture. */
  hasHandles?: boolean;
  svg?: Ref<SVGSVGElement>;
  onDoubleClick?(event: React.MouseEvent<SVGSVGElement>): void;
  children?: ReactNode;
}

/** Tones from dark to light as grey columns, with whatever lies over them. */
export function TonesChart({ counts, label, height, hasHandles, svg, onDoubleClick, children }: TonesChartProps) {
  const tallness = tallnessOf(counts, height);
  const step = chartWidth / Math.max(1, counts.length);
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${chartWidth} ${height}`}
      className="w-full touch-none overflow-visible rounded-sheet border border-rule bg-white"
      role={hasHandles ? 'group' : 'img'}
      aria-label={label}
      onDoubleClick={onDoubleClick}
    >
      {counts.map((count, i) => {
        const tall = tallness(count);
        return <rect key={i} x={i * step} y={height - tall} width={step + 0.05} height={tall} fill="#C8C8C2" />;
      })}
      {children}
    </svg>
  );
}

import type { DragHandlers } from './drag';

/** A ring to drag, light and dark so that it shows on anything. */
export function Ring({
  at: [x, y],
  label,
  drag,
  active,
  cursor = 'nwse-resize',
}: {
  at: readonly [number, number];
  label: string;
  drag: DragHandlers;
  active?: boolean;
  cursor?: string;
}) {
  return (
    <g style={{ cursor }} {...drag}>
      <title>{label}</title>
      <circle cx={x} cy={y} r={11} fill="transparent" />
      <circle cx={x} cy={y} r={4.5} fill="none" stroke="#fff" strokeWidth={3.5} />
      <circle cx={x} cy={y} r={4.5} fill={active ? '#9C3B22' : '#ffffff59'} stroke="#1F2328" strokeWidth={1.25} />
    </g>
  );
}

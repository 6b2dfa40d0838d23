import type { DragHandlers } from './drag';
import { useViewport } from './viewport';

/**
 * A ring to drag, light and dark so that it shows on anything. By keyboard it is a stop on the way, says where it is,
 * and is moved by the arrows.
 */
export function Ring({
  at: [x, y],
  label,
  drag,
  active,
  cursor = 'nwse-resize',
  isStop = true,
  says,
}: {
  /** Screen px. */
  at: readonly [number, number];
  label: string;
  drag: DragHandlers;
  active?: boolean;
  cursor?: string;
  /** Of many rings only some are stops of the Tab key; Page up and down go to the others. */
  isStop?: boolean;
  /** What a click here does, shown beside it while it is pointed at. */
  says?: string;
}) {
  const { view } = useViewport();
  const [left, top] = [Math.round((x - view.x) / view.zoom), Math.round((y - view.y) / view.zoom)];
  return (
    <g
      style={{ cursor }}
      className="ring-handle"
      // A place has two values; the words say both.
      role="slider"
      tabIndex={isStop ? 0 : -1}
      aria-label={label}
      aria-valuenow={left}
      aria-valuetext={`${left} px from the left, ${top} px from the top`}
      {...drag}
    >
      <title>{label}</title>
      <circle cx={x} cy={y} r={12} fill="transparent" className="ring-focus" />
      <circle cx={x} cy={y} r={4.5} fill="none" stroke="#fff" strokeWidth={3.5} />
      <circle
        cx={x}
        cy={y}
        r={4.5}
        fill={active ? '#9C3B22' : '#ffffff59'}
        stroke="#1F2328"
        strokeWidth={1.25}
        className="ring-body"
      />
      {says && (
        <text
          x={x + 14}
          y={y - 8}
          fontSize={12}
          fill="#1F2328"
          stroke="#fff"
          strokeWidth={3}
          paintOrder="stroke"
          className="ring-says"
        >
          {says}
        </text>
      )}
    </g>
  );
}

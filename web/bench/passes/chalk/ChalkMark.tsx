import type { Mark } from '../../../../core/passes/chalk/schema';
import type { Point } from '../../../../core/shape/affine';
import { lineThrough } from '../../view/Hairline';
import { useViewport } from '../../view/viewport';
import { labelAt } from './labels';

/** What is drawn of a mark. */
export type ChalkShape = Pick<Mark, 'kind' | 'radius' | 'text' | 'done'> & { points: readonly Point[] };

/** Screen px. */
const head = 13;

/** One mark as a soft stroke of white chalk, with a dark edge so that it shows on anything. */
export function ChalkMark({
  mark,
  active = false,
  label = mark.text,
}: {
  mark: ChalkShape;
  active?: boolean;
  /** What is shown of its text, where other marks stand near. */
  label?: string;
}) {
  const { toScreen, view } = useViewport();
  const points = mark.points.map((point) => toScreen(point));
  const path = pathOf(mark, points, mark.radius * view.zoom);
  const [x, y] = labelAt(mark, points);
  return (
    <g pointerEvents="none" opacity={mark.done ? 0.45 : 1} data-mark={mark.kind}>
      <path
        d={path}
        fill="none"
        stroke="#1F2328"
        strokeOpacity={0.55}
        strokeWidth={active ? 6 : 5}
        strokeLinecap="round"
        strokeLinejoin="round"
      />
      <path
        d={path}
        fill="none"
        stroke={active ? '#F2C9A8' : '#FBFAF4'}
        strokeWidth={active ? 3.5 : 2.75}
        strokeLinecap="round"
        strokeLinejoin="round"
        strokeDasharray={mark.kind === 'keep' ? '1 7' : undefined}
      />
      {label !== '' && (
        <text
          x={x}
          y={y}
          fontSize={15}
          fontWeight={600}
          fill="#FBFAF4"
          stroke="#1F2328"
          strokeOpacity={0.7}
          strokeWidth={3.5}
          paintOrder="stroke"
          textDecoration={mark.done ? 'line-through' : undefined}
        >
          {label}
        </text>
      )}
    </g>
  );
}

function pathOf({ kind }: ChalkShape, points: readonly Point[], radius: number): string {
  const [from, to] = [points[0], points.at(-1)!];
  switch (kind) {
    case 'circle':
      return ellipse(
        [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2],
        Math.abs(to[0] - from[0]) / 2,
        Math.abs(to[1] - from[1]) / 2,
      );
    case 'keep':
      return `${ellipse(from, radius, radius)}M${from[0] - 5} ${from[1]}h10M${from[0]} ${from[1] - 5}v10`;
    case 'note':
      return `M${from[0] - 4} ${from[1]}h8M${from[0]} ${from[1] - 4}v8`;
    case 'arrow': {
      const angle = Math.atan2(to[1] - from[1], to[0] - from[0]);
      const barb = (turn: number): Point => [
        to[0] - head * Math.cos(angle + turn),
        to[1] - head * Math.sin(angle + turn),
      ];
      return `${lineThrough([from, to])}${lineThrough([barb(0.45), to, barb(-0.45)])}`;
    }
    case 'line':
      return lineThrough(points);
  }
}

const ellipse = ([x, y]: Point, a: number, b: number): string =>
  `M${x - a} ${y}A${a} ${b} 0 1 1 ${x + a} ${y}A${a} ${b} 0 1 1 ${x - a} ${y}Z`;

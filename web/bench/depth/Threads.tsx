import type { MeasuredCrossing } from '../../../core/passes/veils/gauge';
import { useBench } from '../benchContext';
import { crossingName, turning, useCrossings } from '../crossings';

/** px of one letter's card, and of the way from one to the next. */
const card = { width: 18, height: 26 };
const step = 27;
/** Crossings that a row shows at most. */
const most = 18;

/** The chosen veil as a thread that runs over and under the letters it crosses; a click on a letter flips it. */
export function Threads() {
  const { veil, mayChange, line } = useBench();
  const ordered = useCrossings().slice(0, most);
  if (!veil || ordered.length === 0 || line !== 3) return null;
  const width = ordered.length * step + 10;
  const middle = 17;
  const left = (i: number): number => 8 + i * step;
  return (
    <div className="mt-1 flex flex-col items-end self-start" data-threads>
      <svg width={width} height={34} role="group" aria-label={`${veil.name} and the letters it crosses`}>
        <Thread from={0} to={width} y={middle} />
        {ordered.map((crossing, i) => (
          <LetterCard
            key={`${crossing.lettering} ${crossing.at}`}
            crossing={crossing}
            x={left(i)}
            y={middle}
            name={veil.name}
            mayChange={mayChange}
          >
            {crossing.over && <Thread from={left(i) - 1} to={left(i) + card.width + 1} y={middle} />}
          </LetterCard>
        ))}
      </svg>
      <span className="text-faint">{veil.name} runs over and under; click a letter to turn it.</span>
    </div>
  );
}

function Thread({ from, to, y }: { from: number; to: number; y: number }) {
  return (
    <g pointerEvents="none">
      <path d={`M${from} ${y}H${to}`} stroke="#F6F6F3" strokeWidth={7} />
      <path d={`M${from} ${y}H${to}`} stroke="#9C3B22" strokeWidth={4} />
    </g>
  );
}

interface LetterCardProps {
  crossing: MeasuredCrossing;
  x: number;
  y: number;
  name: string;
  mayChange: boolean;
  children: React.ReactNode;
}

function LetterCard({ crossing, x, y, name, mayChange, children }: LetterCardProps) {
  const shown = crossingName(name, crossing);
  return (
    <g className="cursor-pointer" aria-label={`${shown}. Flip it`} {...turning(crossing, mayChange)}>
      <title>{shown}</title>
      <rect x={x} y={y - card.height / 2} width={card.width} height={card.height} fill="#fff" stroke="#C8C8C2" />
      <text x={x + card.width / 2} y={y - 2} textAnchor="middle" fontSize={11} fill="#1F2328">
        {crossing.text}
      </text>
      {children}
    </g>
  );
}

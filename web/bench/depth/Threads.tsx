import type { MeasuredCrossing } from '../../../core/passes/veils/gauge';
import { setCrossings } from '../../../core/piece/edits/veils';
import { useBench } from '../benchContext';
import { editing } from '../editing';

/** px of one letter's card, and of the way from one to the next. */
const card = { width: 18, height: 26 };
const step = 27;
/** Crossings that a row shows at most. */
const most = 18;

/** The chosen veil as a thread that runs over and under the letters it crosses; a click on a letter turns it over. */
export function Threads() {
  const { measures, veil, mayChange, line } = useBench();
  const crossings = measures?.crossings.filter((crossing) => crossing.veil === veil?.id) ?? [];
  if (!veil || crossings.length === 0 || line !== 3) return null;
  const ordered = [...crossings].sort((a, b) => a.place[0] - b.place[0]).slice(0, most);
  const width = ordered.length * step + 10;
  const middle = 17;
  const left = (i: number): number => 8 + i * step;
  return (
    <div className="mt-1 flex flex-col items-end self-start" data-threads>
      <svg width={width} height={34} role="group" aria-label={`${veil.name} and the letters it crosses`}>
        <Thread from={0} to={width} y={middle} />
        {ordered.map((crossing, i) => (
          <LetterCard key={`${crossing.lettering} ${crossing.at}`} crossing={crossing} x={left(i)} y={middle} name={veil.name} mayChange={mayChange}>
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

function LetterCard({ crossing: { veil, lettering, at, text, over }, x, y, name, mayChange, children }: LetterCardProps) {
  const turn = (): void => {
    if (mayChange) editing.commit(over ? 'Bring the letter over the veil' : 'Bring the veil over the letter', setCrossings([{ veil, lettering, at, over: !over }]));
  };
  return (
    <g
      role="button"
      tabIndex={0}
      className="cursor-pointer"
      aria-label={over ? `${name} lies over ${text}. Turn it over` : `${text} lies over ${name}. Turn it over`}
      onClick={turn}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        event.stopPropagation();
        turn();
      }}
    >
      <title>{over ? `${name} lies over ${text}` : `${text} lies over ${name}`}</title>
      <rect x={x} y={y - card.height / 2} width={card.width} height={card.height} fill="#fff" stroke="#C8C8C2" />
      <text x={x + card.width / 2} y={y - 2} textAnchor="middle" fontSize={11} fill="#1F2328">
        {text}
      </text>
      {children}
    </g>
  );
}

import type { MeasuredCrossing } from '../../../../core/passes/veils/gauge';
import { setCrossings } from '../../../../core/piece/edits/veils';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { useViewport } from '../../view/viewport';

/** Turns one crossing over. */
export function flip({ veil, lettering, at, over }: MeasuredCrossing): void {
  editing.commit(over ? 'Bring the letter over the veil' : 'Bring the veil over the letter', setCrossings([{ veil, lettering, at, over: !over }]));
}

/** What a crossing says, for people. */
export function useCrossingName(): (crossing: MeasuredCrossing) => string {
  const { piece } = useBench();
  return ({ veil, text, over }) => {
    const name = piece.veils.find(({ id }) => id === veil)?.name ?? 'the veil';
    return over ? `${name} lies over ${text}` : `${text} lies over ${name}`;
  };
}

/** Every crossing of the chosen veil and a letter carries a knot; a click turns it over. */
export function Weaving() {
  const { measures, veil } = useBench();
  const { toScreen } = useViewport();
  const nameOf = useCrossingName();
  const own = measures?.crossings.filter((crossing) => crossing.veil === veil?.id) ?? [];
  // Knots of small letters are smaller, so that each can be hit.
  const size = Math.min(1, Math.max(0.45, closest(own.map(({ place }) => toScreen(place))) / (2 * knotRadius + 2)));
  return (
    <g>
      {own.map((crossing) => {
        const [x, y] = toScreen(crossing.place);
        return (
          <g
            key={`${crossing.lettering} ${crossing.at}`}
            className="cursor-pointer outline-none"
            transform={`translate(${x} ${y}) scale(${size})`}
            role="button"
            tabIndex={0}
            aria-label={`${nameOf(crossing)}. Turn it over`}
            data-crossing={`${crossing.text} ${crossing.over ? 'under' : 'over'}`}
            onPointerDown={(event) => event.stopPropagation()}
            onClick={() => flip(crossing)}
            onKeyDown={(event) => {
              if (event.key !== 'Enter' && event.key !== ' ') return;
              event.preventDefault();
              event.stopPropagation();
              flip(crossing);
            }}
          >
            <title>{nameOf(crossing)}. Click to turn it over</title>
            <Knot over={crossing.over} />
          </g>
        );
      })}
    </g>
  );
}

const knotRadius = 13;

/** The least distance of two points; endless for fewer than two. */
function closest(points: readonly (readonly [number, number])[]): number {
  let least = Infinity;
  points.forEach(([x, y], i) => points.slice(i + 1).forEach(([u, v]) => (least = Math.min(least, Math.hypot(x - u, y - v)))));
  return least;
}

/** Two strands: the letter's is upright, the veil's slants; the one that lies over runs through. */
export function Knot({ over }: { over: boolean }) {
  const letter = <path d="M0 -8V8" />;
  const veil = <path d="M-7 4L7 -4" />;
  const strands = over ? [letter, veil] : [veil, letter];
  return (
    <g fill="none" strokeLinecap="round">
      <circle r={knotRadius} fill="#F6F6F3" stroke="#1F2328" strokeWidth={1} />
      {strands.map((strand, i) => (
        <g key={i}>
          <g stroke="#F6F6F3" strokeWidth={i === 1 ? 9 : 0}>{strand}</g>
          <g stroke={strand === letter ? '#1F2328' : '#9C3B22'} strokeWidth={4}>{strand}</g>
        </g>
      ))}
    </g>
  );
}

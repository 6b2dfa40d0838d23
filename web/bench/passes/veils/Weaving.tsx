import { useBench } from '../../benchContext';
import { crossingName, turning, useCrossings } from '../../crossings';
import { useViewport } from '../../view/viewport';

/** Every crossing of the chosen veil and a letter carries a sign; a click flips it. */
export function Weaving() {
  const { veil, mayChange } = useBench();
  const { toScreen } = useViewport();
  const own = useCrossings();
  // Signs of small letters are smaller, so that each can be hit.
  const size = Math.min(1, Math.max(0.45, closest(own.map(({ place }) => toScreen(place))) / (2 * signRadius + 2)));
  return (
    <g>
      {own.map((crossing) => {
        const [x, y] = toScreen(crossing.place);
        return (
          <g
            key={`${crossing.lettering} ${crossing.at}`}
            className="cursor-pointer outline-none"
            transform={`translate(${x} ${y}) scale(${size})`}
            aria-label={`${crossingName(veil?.name ?? '', crossing)}. Flip it`}
            data-crossing={`${crossing.text} ${crossing.over ? 'under' : 'over'}`}
            onPointerDown={(event) => event.stopPropagation()}
            {...turning(crossing, mayChange)}
          >
            <title>{crossingName(veil?.name ?? '', crossing)}. Click to flip it</title>
            <CrossingSign over={crossing.over} />
          </g>
        );
      })}
    </g>
  );
}

const signRadius = 13;

/** The least distance of two points; endless for fewer than two. */
function closest(points: readonly (readonly [number, number])[]): number {
  let least = Infinity;
  points.forEach(([x, y], i) =>
    points.slice(i + 1).forEach(([u, v]) => (least = Math.min(least, Math.hypot(x - u, y - v)))),
  );
  return least;
}

/** Two strands: the letter's is upright, the veil's slants; the one that lies over runs through. */
export function CrossingSign({ over }: { over: boolean }) {
  const letter = <path d="M0 -8V8" />;
  const veil = <path d="M-7 4L7 -4" />;
  const strands = over ? [letter, veil] : [veil, letter];
  return (
    <g fill="none" strokeLinecap="round">
      <circle r={signRadius} fill="#F6F6F3" stroke="#1F2328" strokeWidth={1} />
      {strands.map((strand, i) => (
        <g key={i}>
          <g stroke="#F6F6F3" strokeWidth={i === 1 ? 9 : 0}>
            {strand}
          </g>
          <g stroke={strand === letter ? '#1F2328' : '#9C3B22'} strokeWidth={4}>
            {strand}
          </g>
        </g>
      ))}
    </g>
  );
}

import { useBench } from '../../benchContext';
import { planesHand } from './hand';

export function Summary() {
  const { piece, lettering } = useBench();
  const plane = piece.planes.find(({ id }) => id === lettering?.drape.plane);
  return plane ? (
    <span>
      It lies in <b>{plane.name}</b>.
    </span>
  ) : null;
}

const steps = [
  'Drag along a line of the surface: the first of two that run the same way. Esc puts the tool away.',
  'Now along another line that runs the same way.',
  'Now along a line that runs across those two.',
  'And along another one across them.',
];

export function HandTools() {
  const { planeTool, lines } = planesHand.use('planeTool', 'lines');
  const { mayChange } = useBench();
  return (
    <>
      <button
        className="plain-button"
        disabled={!mayChange}
        aria-pressed={planeTool === 'draw'}
        onClick={() => planesHand.set({ planeTool: planeTool === 'draw' ? 'slide' : 'draw', lines: [], redrawn: null })}
      >
        Draw a plane by four lines
      </button>
      <span className="min-w-0 flex-1 basis-32 truncate text-faint">
        {planeTool === 'draw'
          ? steps[Math.min(3, lines.length)]
          : 'Words that lie in a plane are slid along it by their ring, or by the arrows.'}
      </span>
    </>
  );
}

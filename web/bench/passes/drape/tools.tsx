import { useBench } from '../../benchContext';
import { BrushOptions } from '../../view/BrushOptions';
import { drapeHand, type DrapeHand } from './hand';

type Held = Exclude<DrapeHand['tool'], 'none'>;

const pullTools: Held[] = ['pull', 'swell', 'pinch', 'swirl', 'calm', 'fence'];
const mapTools: Held[] = ['high', 'low', 'even'];

const names: Record<Held, string> = {
  pull: 'Pull',
  swell: 'Swell',
  pinch: 'Pinch',
  swirl: 'Swirl',
  calm: 'Calm',
  fence: 'Keep within a line',
  high: 'Paint high',
  low: 'Paint low',
  even: 'Paint even',
  net: 'Net',
  drips: 'Drips',
};

const hints: Record<DrapeHand['tool'], string> = {
  none: 'The brushes pull letters about; what is pulled belongs to its place and stays when the words change.',
  pull: 'Drag over the letters: they come along.',
  swell: 'Drag or press: letters grow under the brush.',
  pinch: 'Drag or press: letters draw together under the brush.',
  swirl: 'Drag or press: letters turn about the brush.',
  calm: 'Drag: what was pulled goes back.',
  fence: 'Draw a line all around a region: strokes keep inside it, or outside.',
  high: 'Drag: the map is raised there.',
  low: 'Drag: the map is lowered there.',
  even: 'Drag: the map is even again there.',
  net: 'Drag the points of the net; a chosen point shows its tangents. Delete sets a point straight.',
  drips: 'Drag a drip by its end; Delete, or a click with Alt, takes it away.',
};

/** The brushes, the net and the drips, above the sheet. */
export function HandTools() {
  const { tool } = drapeHand.use('tool');
  const { lettering, mayChange } = useBench();
  const drape = lettering?.drape;
  const tools: Held[] = [
    ...pullTools,
    ...(drape?.displacement?.map.from === 'painted' ? mapTools : []),
    ...(drape?.mesh ? (['net'] as const) : []),
    ...(drape?.drips ? (['drips'] as const) : []),
  ];
  return (
    <>
      {tools.map((one) => (
        <button
          key={one}
          className="plain-button"
          disabled={!mayChange || !lettering}
          aria-pressed={tool === one}
          onClick={() => drapeHand.set({ tool: tool === one ? 'none' : one, netPoint: null })}
        >
          {names[one]}
        </button>
      ))}
      <span className="min-w-0 flex-1 basis-32 truncate text-faint">{hints[tool]}</span>
    </>
  );
}

const withoutBrush: DrapeHand['tool'][] = ['none', 'fence', 'net', 'drips'];

/** Size, softness and strength of the brush. */
export function HandOptions() {
  const { tool, radius, softness, strength } = drapeHand.use('tool', 'radius', 'softness', 'strength');
  if (withoutBrush.includes(tool)) return null;
  return <BrushOptions {...{ radius, softness, strength }} set={(change) => drapeHand.set(change)} />;
}

import { Quantity } from '../../../ui/Quantity';
import { useBench } from '../../benchContext';
import { drapeHand, type DrapeHand } from './hand';

const tools: Record<Exclude<DrapeHand['pullTool'], 'none'>, string> = {
  pull: 'Pull',
  swell: 'Swell',
  pinch: 'Pinch',
  swirl: 'Swirl',
  calm: 'Calm',
  fence: 'Keep within a line',
};

const hints: Record<DrapeHand['pullTool'], string> = {
  none: 'The brushes pull letters about; what is pulled belongs to its place and stays when the words change.',
  pull: 'Drag over the letters: they come along.',
  swell: 'Drag or press: letters grow under the brush.',
  pinch: 'Drag or press: letters draw together under the brush.',
  swirl: 'Drag or press: letters turn about the brush.',
  calm: 'Drag: what was pulled goes back.',
  fence: 'Draw a line all around a region: strokes keep inside it, or outside.',
};

/** The brushes, above the sheet. */
export function HandTools() {
  const { pullTool } = drapeHand.use('pullTool');
  const { lettering, mayChange } = useBench();
  return (
    <>
      {(Object.keys(tools) as (keyof typeof tools)[]).map((tool) => (
        <button
          key={tool}
          className="plain-button"
          disabled={!mayChange || !lettering}
          aria-pressed={pullTool === tool}
          onClick={() => drapeHand.set({ pullTool: pullTool === tool ? 'none' : tool })}
        >
          {tools[tool]}
        </button>
      ))}
      <span className="min-w-0 flex-1 basis-32 truncate text-faint">{hints[pullTool]}</span>
    </>
  );
}

/** Size, softness and strength of the brush. */
export function HandOptions() {
  const { pullTool, radius, softness, strength } = drapeHand.use('pullTool', 'radius', 'softness', 'strength');
  if (pullTool === 'none' || pullTool === 'fence') return null;
  const changing = (part: (value: number) => Partial<DrapeHand>) => {
    const change = (value: number): void => drapeHand.set(part(value));
    return { onDraft: change, onCommit: change };
  };
  const percent = { unit: '%', min: 0, max: 100 } as const;
  return (
    <p className="flex flex-wrap items-center gap-x-3">
      <span>
        Brush{' '}
        <Quantity
          label="Size of the brush"
          value={radius * 2}
          unit="px"
          min={2}
          max={10000}
          {...changing((value) => ({ radius: value / 2 }))}
        />
      </span>
      <span>
        soft{' '}
        <Quantity
          {...percent}
          label="Softness of the brush"
          value={softness * 100}
          {...changing((value) => ({ softness: value / 100 }))}
        />
      </span>
      <span>
        strong{' '}
        <Quantity
          {...percent}
          label="Strength of the brush"
          value={strength * 100}
          {...changing((value) => ({ strength: value / 100 }))}
        />
      </span>
    </p>
  );
}

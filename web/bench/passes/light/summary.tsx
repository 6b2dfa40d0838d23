import { directionName } from '../../../../core/survey/sentences';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { putTouchAway, touchHand } from '../../touch/hand';
import { lightHand, type LightHand } from './hand';
import { lampEdit } from './lamp';

export function Summary() {
  const { piece } = useBench();
  const { lamp } = piece;
  if (!lamp) return <span className="text-faint">No lamp yet. </span>;
  const set = lampEdit(piece);
  return (
    <span>
      The lamp stands {lamp.height < 0 ? 'behind the scene, ' : ''}
      <b>
        {lamp.at
          ? 'on the sheet'
          : `to ${directionName(lamp.tilt)
              .replace(/^above$/, 'the top')
              .replace(/^below$/, 'the foot')}`}
      </b>
      ,{' '}
      <EditedValue
        label="Lamp height"
        value={lamp.height}
        unit="°"
        min={-90}
        max={90}
        edit={(height) => set({ height })}
      />{' '}
      high.
    </span>
  );
}

const tools: Partial<Record<LightHand['lightTool'], string>> = {
  turn: 'Move the lamp',
  shadow: 'Show by a shadow',
  round: 'Show on something round',
  sun: 'Point at the sun',
};

const hints: Record<LightHand['lightTool'], string> = {
  turn: 'Drag the ring: its turn is where the light comes from, its distance from the middle how high.',
  shadow: 'Drag from the tip of a thing to the tip of its shadow.',
  foot: 'Now click its foot, where it stands on the ground: that tells how high the light is. Esc leaves the height.',
  round: 'Drag across its middle, from its bright border to its dark one.',
  sun: 'Click the sun, or the lamp, that is in the picture.',
};

export function HandTools() {
  const { lightTool } = lightHand.use('lightTool');
  const { on } = touchHand.use('on');
  const { mayChange, piece } = useBench();
  return (
    <>
      {(Object.keys(tools) as LightHand['lightTool'][]).map((tool) => (
        <button
          key={tool}
          className="plain-button"
          disabled={!mayChange}
          aria-pressed={on === null && (lightTool === tool || (lightTool === 'foot' && tool === 'shadow'))}
          onClick={() => {
            putTouchAway();
            lightHand.set({ lightTool: tool });
          }}
        >
          {tools[tool]}
        </button>
      ))}
      <span className="min-w-0 flex-1 basis-32 truncate text-faint">
        {lightTool === 'turn' && !piece.lamp
          ? 'There is no lamp yet: take one in the ticket, or show the light.'
          : hints[lightTool]}
      </span>
    </>
  );
}

import { rulersShown, stanceHand, type StanceHand } from './hand';
import { setStance } from '../../../../core/piece/edits/steady';
import { turnedAbout } from '../../../../core/passes/stance/turning';
import { apply } from '../../../../core/shape/affine';
import { middleOfStanding } from '../../../../core/type/standing';
import { middleOf } from '../../../../core/pixels/region';
import { lengthUnits } from '../../../../core/piece/lengths';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';

export function Summary() {
  const { lettering, letters } = useBench();
  if (!lettering) return <span className="text-faint">Words stand where you put them.</span>;
  const { id, stance } = lettering;
  const ink = letters?.ink;
  const pivot = letters && ink && apply(letters.place, stance.pivot ?? middleOf(ink));
  const middle = letters && middleOfStanding(letters);
  const [x, y] = middle ?? [stance.x, stance.y];
  const { keeping } = stance;
  const more = [
    keeping?.across && (keeping.down ? 'kept in the middle of the sheet' : 'kept centred across'),
    keeping?.down && !keeping.across && 'kept centred down',
    keeping?.width && `within ${Math.round(keeping.width)} px of width`,
    keeping?.height && `within ${Math.round(keeping.height)} px of height`,
    stance.bend && (stance.bend.kind === 'arc' ? 'bent on an arc' : 'bent in a wave'),
    stance.perspective && 'in perspective',
    (stance.flipAcross || stance.flipDown) && 'flipped',
    stance.echoes.length > 0 && (stance.echoes.length === 1 ? 'with an echo' : `with ${stance.echoes.length} echoes`),
  ].filter(Boolean);
  return (
    <span>
      Its ink’s middle stands at{' '}
      <EditedValue
        label="Place from the left"
        value={x}
        unit="px"
        edit={(to) => setStance(id, { x: stance.x + to - x })}
      />
      ,{' '}
      <EditedValue
        label="Place from the top"
        value={y}
        unit="px"
        edit={(to) => setStance(id, { y: stance.y + to - y })}
      />
      , turned{' '}
      <EditedValue
        label="Rotation"
        value={stance.rotation}
        unit="°"
        step={0.1}
        digits={1}
        min={-360}
        max={360}
        edit={(rotation) => setStance(id, pivot ? turnedAbout(stance, rotation, pivot) : { rotation })}
      />
      , at{' '}
      <EditedValue
        label="Scale"
        value={stance.scale}
        factor={100}
        unit="%"
        step={0.5}
        digits={1}
        min={1}
        max={10000}
        edit={(scale) => setStance(id, { scale })}
      />
      {more.length > 0 && `, ${more.join(', ')}`}.
    </span>
  );
}

const tools: Record<StanceHand['stanceTool'], string> = {
  place: 'Place',
  corners: 'Pull corners',
  pivot: 'Turning point',
  slope: 'Draw a slope',
};
const hints: Record<StanceHand['stanceTool'], string> = {
  place: 'Drag the words; the corner rings scale, the arc beside them turns. Alt: no snapping.',
  corners: 'Pull each corner where the surface has it.',
  pivot: 'Drag the filled ring: the words turn about it.',
  slope: 'Draw along a horizon or a slope of the photo.',
};

export function HandTools() {
  const { stanceTool, lengthUnit, rulers } = stanceHand.use('stanceTool', 'lengthUnit', 'rulers');
  const { mayChange } = useBench();
  return (
    <>
      {(Object.keys(tools) as StanceHand['stanceTool'][]).map((tool) => (
        <button
          key={tool}
          className="plain-button"
          disabled={!mayChange}
          aria-pressed={stanceTool === tool}
          onClick={() => stanceHand.set({ stanceTool: tool })}
        >
          {tools[tool]}
        </button>
      ))}
      <span className="min-w-0 flex-1 basis-32 truncate text-faint">{hints[stanceTool]}</span>
      <label className="flex items-center gap-1">
        <input
          type="checkbox"
          checked={rulers}
          onChange={({ target: { checked } }) => {
            rulersShown.kept = checked;
            stanceHand.set({ rulers: checked });
          }}
        />
        Rulers
      </label>
      <select
        className="bg-transparent text-faint"
        aria-label="Unit of lengths"
        value={lengthUnit}
        onChange={(event) => stanceHand.set({ lengthUnit: event.target.value as StanceHand['lengthUnit'] })}
      >
        {lengthUnits.map((unit) => (
          <option key={unit}>{unit}</option>
        ))}
      </select>
    </>
  );
}

import { firstShadow, type Veil, type VeilShadow } from '../../../../core/passes/veils/schema';
import { setShadow } from '../../../../core/piece/edits/veils';
import { grow, intersect, regionOfPoints } from '../../../../core/pixels/region';
import { useBench } from '../../benchContext';
import { useCrossings } from '../../crossings';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { inTurn } from './cutting';

/** How far around the crossings the photograph's shadows are looked for, as a part of the sheet's longer side. */
const lookedAround = 0.12;

/** The shadow that a veil throws on the letters behind it. */
export function ShadowSettings({ veil }: { veil: Veil }) {
  const { piece, mayChange, renderer } = useBench();
  const crossings = useCrossings();
  const { shadow } = veil;
  const { width, height } = piece.sheet;
  /** The photo's own shadow colour near where the veil crosses letters. */
  const ownColour = async (): Promise<string | null> => {
    const sheet = { x: 0, y: 0, width, height };
    const places = regionOfPoints(crossings.map(({ place }) => place));
    return renderer.shadowColour((places && intersect(sheet, grow(places, lookedAround * Math.max(width, height)))) ?? sheet);
  };
  const begin = (): void =>
    inTurn(async () => {
      const larger = Math.max(1, Math.max(width, height) / 1800);
      editing.commit('Throw a shadow on the letters', setShadow(veil.id, { ...firstShadow, lift: Math.round(firstShadow.lift * larger), colour: (await ownColour()) ?? firstShadow.colour }));
    });
  const tint = (was: VeilShadow): void => inTurn(async () => void editing.commit('Tint the shadow like the photo’s', setShadow(veil.id, { ...was, colour: (await ownColour()) ?? was.colour })));
  return (
    <div>
      <span className="label">Shadow on the letters</span>
      {shadow ? (
        <>
          <p>
            Lifted off by <Value veil={veil} shadow={shadow} label="Lift" field="lift" unit="px" max={1000} />, the lamp <Value veil={veil} shadow={shadow} label="Lamp height" field="height" unit="°" min={5} max={90} /> high and{' '}
            <Value veil={veil} shadow={shadow} label="Lamp size" field="size" unit="%" factor={100} max={200} /> large, falling towards <Value veil={veil} shadow={shadow} label="Shadow direction" field="angle" unit="°" min={-360} max={360} />, at{' '}
            <Value veil={veil} shadow={shadow} label="Shadow strength" field="strength" unit="%" factor={100} max={100} /> of{' '}
            <span className="inline-block h-3.5 w-6 translate-y-0.5 border border-rule" style={{ background: shadow.colour }} /> <b>{shadow.colour}</b>.
          </p>
          <div className="mt-1 flex gap-1">
            <button className="plain-button" disabled={!mayChange} onClick={() => tint(shadow)}>
              Tint like the photo’s
            </button>
            <button className="quiet-button" onClick={() => editing.commit('Take the shadow off', setShadow(veil.id, null))}>
              Take it off
            </button>
          </div>
        </>
      ) : (
        <button className="plain-button mt-1" disabled={!mayChange} onClick={begin}>
          Throw a shadow
        </button>
      )}
    </div>
  );
}

interface ValueProps {
  veil: Veil;
  shadow: VeilShadow;
  label: string;
  field: Exclude<keyof VeilShadow, 'colour'>;
  unit: string;
  factor?: number;
  min?: number;
  max: number;
}

function Value({ veil, shadow, label, field, unit, factor = 1, min = 0, max }: ValueProps) {
  return <EditedValue label={label} value={shadow[field]} unit={unit} factor={factor} min={min} max={max} edit={(value) => setShadow(veil.id, { ...shadow, [field]: value })} />;
}

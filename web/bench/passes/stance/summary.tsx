import { setStance } from '../../../../core/piece/edits/things';
import { Quantity } from '../../../ui/Quantity';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';

/** A number of the stance as a field in a sentence. */
export function StanceValue({ name, label, unit, factor = 1, step = 1, digits = 0, min, max }: { name: 'x' | 'y' | 'rotation' | 'scale'; label: string; unit: string; factor?: number; step?: number; digits?: number; min?: number; max?: number }) {
  const { lettering, mayChange } = useBench();
  if (!lettering) return null;
  const set = (value: number) => setStance(lettering.id, { [name]: value / factor });
  return (
    <Quantity
      label={label}
      value={lettering.stance[name] * factor}
      unit={unit}
      step={step}
      digits={digits}
      min={min}
      max={max}
      disabled={!mayChange}
      onDraft={(value) => editing.draft(set(value))}
      onCommit={(value) => editing.commit(`Set the ${label.toLowerCase()}`, set(value))}
      onStep={(value) => editing.soon('Place the words', `stance-${lettering.id}`, name, set(value))}
    />
  );
}

export function Summary() {
  const { lettering } = useBench();
  if (!lettering) return <span className="text-faint">Words stand where you put them.</span>;
  return (
    <span>
      Stands at <StanceValue name="x" label="Place from the left" unit="px" />, <StanceValue name="y" label="Place from the top" unit="px" />, turned{' '}
      <StanceValue name="rotation" label="Rotation" unit="°" step={0.1} digits={1} min={-360} max={360} />, at <StanceValue name="scale" label="Scale" unit="%" factor={100} step={0.5} digits={1} min={1} max={10000} />.
    </span>
  );
}

export function HandTools() {
  return <span className="text-faint">Drag the words; corner rings scale, the upper ring turns. Alt held: no snapping.</span>;
}

import { veilHand } from './hand';
import type { ToneCut, Veil } from '../../../../core/passes/veils/schema';
import { changeCut } from '../../../../core/piece/edits/veils';
import { Quantity } from '../../../ui/Quantity';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { cutPlate, workingCut } from './cutting';
import { keyTone } from './solving';

/** The tolerances of the tone key that the hand works on. */
export function ToneSettings({ veil }: { veil: Veil }) {
  const { piece, mayChange } = useBench();
  const { operation, veilTool } = veilHand.use('operation', 'veilTool');
  const index = workingCut(veil, 'tone', operation);
  if (veilTool !== 'tone' || index < 0) return null;
  const key = veil.cuts[index] as ToneCut;
  const plate = cutPlate(piece, veil)!;
  // While it is scrubbed the key is worked out from what is on show; then from the whole plate.
  const value = (
    label: string,
    field: 'chroma' | 'lightness' | 'softness',
    factor: number,
    unit: string,
    max: number,
  ) => (
    <Quantity
      label={label}
      value={key[field] * factor}
      unit={unit}
      digits={factor === 1 ? 1 : 0}
      step={factor === 1 ? 0.2 : 1}
      min={0}
      max={max}
      disabled={!mayChange}
      onDraft={(shown) => editing.draft(changeCut(veil.id, index, { [field]: shown / factor, matte: null }))}
      onCommit={(shown) => keyTone(`Set the ${label.toLowerCase()}`, plate, () => ({ [field]: shown / factor }))}
    />
  );
  return (
    <div>
      <span className="label">Tone key</span>
      <p>
        Colour may differ by {value('Chroma tolerance', 'chroma', 1, '', 60)}, brightness by{' '}
        {value('Brightness tolerance', 'lightness', 1, '', 100)}, fading over{' '}
        {value('Soft limit', 'softness', 100, '%', 400)} more.
      </p>
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          checked={key.connected}
          disabled={!mayChange}
          onChange={(event) => keyTone('Set where the key reaches', plate, () => ({ connected: event.target.checked }))}
        />
        only what is connected to a sample
      </label>
    </div>
  );
}

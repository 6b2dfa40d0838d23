import { useState } from 'react';
import type { Legible } from '../../../core/arranging/propose';
import type { WantedSize } from '../../../core/arranging/candidates';
import { fromPx, lengthDigits, paperToPx, type LengthUnit } from '../../../core/piece/lengths';
import { freeId } from '../../../core/piece/edits/items';
import { largestSheet } from '../../../core/piece/schema';
import { mostSizes, type PieceSize } from '../../../core/piece/sizeSchema';
import { addSize, freeSizeName } from '../../../core/sizes/edits';
import { presetInPx, sizePresets, type SizePreset } from '../../../core/sizes/presets';
import { Quantity } from '../../ui/Quantity';
import { useBench } from '../benchContext';
import { editing } from '../editing';
import { Proposals } from './Proposals';

/** A new size: by purpose or as it is typed, and then arranged in one of three ways. */
export function AddSize({ first }: { first: Legible | null }) {
  const { whole, mayChange } = useBench();
  const [wanted, setWanted] = useState<WantedSize | null>(null);
  const [typed, setTyped] = useState<Typed>({ unit: 'px', width: 1600, height: 1200, ppi: 300 });
  if (whole.sizes.length >= mostSizes)
    return <p className="text-ochre">There are {mostSizes} sizes, as many as a piece can have.</p>;
  const want = (name: string, given: Pick<PieceSize, 'width' | 'height' | 'ppi' | 'safe'>): void =>
    setWanted({ id: freeId(whole, 'size'), name: freeSizeName(whole, name), out: [], ...given });
  const add = (size: PieceSize): void => {
    if (!editing.commit(`Add the size ${size.name}`, addSize(size))) return;
    setWanted(null);
  };
  return (
    <section aria-label="Add a size" className="flex flex-col gap-3 border-t border-rule pt-3">
      <h3 className="font-semibold">
        {wanted ? `${wanted.name}, ${wanted.width} × ${wanted.height} px` : 'Add a size'}
      </h3>
      {wanted ? (
        <Proposals
          wanted={wanted}
          first={first}
          press="Add this one"
          onTake={add}
          onCancel={() => setWanted(null)}
          onBare={() => setWanted({ ...wanted, out: whole.letterings.map(({ id }) => id) })}
        />
      ) : (
        <>
          <Presets disabled={!mayChange} onChoose={(preset) => want(preset.name, presetInPx(preset))} />
          <TypedSize
            typed={typed}
            onType={(change) => setTyped((last) => ({ ...last, ...change(last) }))}
            disabled={!mayChange}
            onChoose={(given) => want('Own size', given)}
          />
        </>
      )}
    </section>
  );
}

const purposes = [...new Set(sizePresets.map(({ purpose }) => purpose))];

function Presets({ disabled, onChoose }: { disabled: boolean; onChoose(preset: SizePreset): void }) {
  return (
    <div className="flex flex-col gap-2">
      {purposes.map((purpose) => (
        <div key={purpose} className="flex flex-wrap items-center gap-2" role="group" aria-label={`For ${purpose}`}>
          <span className="label w-28">For {purpose}</span>
          {sizePresets
            .filter((one) => one.purpose === purpose)
            .map((preset) => (
              <button
                key={preset.name}
                className="plain-button"
                disabled={disabled}
                title={`${preset.width} × ${preset.height} ${preset.unit} at ${preset.ppi} ppi; what ${preset.because} is marked`}
                onClick={() => onChoose(preset)}
              >
                {preset.name}
              </button>
            ))}
        </div>
      ))}
    </div>
  );
}

/** A size as it is typed, px, and the unit that it is read in. */
interface Typed {
  unit: LengthUnit;
  width: number;
  height: number;
  ppi: number;
}

interface TypedProps {
  typed: Typed;
  onType(change: (last: Typed) => Partial<Typed>): void;
  disabled: boolean;
  onChoose(given: Pick<PieceSize, 'width' | 'height' | 'ppi' | 'safe'>): void;
}

/** A size of one's own. */
function TypedSize({ typed: { unit, width, height, ppi }, onType, disabled, onChoose }: TypedProps) {
  const isTooLarge = width * height > largestSheet * 1e6;
  const side = (name: 'width' | 'height', px: number) => {
    const set = (value: number): void =>
      onType((last) => ({ [name]: Math.min(60000, paperToPx(value, unit, last.ppi)) }));
    return (
      <Quantity
        label={`${name === 'width' ? 'Width' : 'Height'} of the new size`}
        value={fromPx(px, unit, ppi)}
        unit={unit}
        digits={lengthDigits[unit]}
        step={unit === 'in' ? 0.1 : 1}
        min={0.01}
        disabled={disabled}
        onCommit={set}
        onStep={set}
      />
    );
  };
  return (
    <div className="flex flex-wrap items-center gap-2">
      <span className="label w-28">Or typed</span>
      <span>
        {side('width', width)} × {side('height', height)} at{' '}
        <Quantity
          label="Pixels per inch of the new size"
          value={ppi}
          unit="ppi"
          min={1}
          max={4800}
          disabled={disabled}
          onCommit={(value) => onType(() => ({ ppi: value }))}
        />
      </span>
      {(['px', 'in', 'mm'] as const).map((one) => (
        <button
          key={one}
          className="plain-button"
          aria-pressed={unit === one}
          onClick={() => onType(() => ({ unit: one }))}
        >
          {one}
        </button>
      ))}
      <button
        className="plain-button"
        disabled={disabled || isTooLarge}
        onClick={() => onChoose({ width, height, ppi, safe: [0, 0, 0, 0] })}
      >
        Arrange it
      </button>
      {isTooLarge && <span className="text-ochre">A sheet has at most {largestSheet} megapixels.</span>}
    </div>
  );
}

import type { PatternCoat } from '../../../core/coats/schema';
import { Choice } from '../../ui/Choice';
import { useBench } from '../benchContext';
import { EditedValue } from '../EditedValue';
import { ColourField } from './ColourField';
import { measureOf, type CoatProps } from './coatProps';
import { motifNames } from './names';

/** Motif, size and colours of a pattern. */
export function PatternSettings({ at, coat, name, set, commit }: CoatProps<PatternCoat>) {
  const { mayChange } = useBench();
  const measure = measureOf(at);
  return (
    <p className="leading-7">
      <Choice
        label={`Motif of ${name}`}
        inSentence
        value={coat.motif}
        options={motifNames}
        disabled={!mayChange}
        onChoose={(motif) => commit('Choose a pattern', { motif })}
      />
      , one repeat{' '}
      <EditedValue
        label={`Size of ${name}`}
        value={coat.size}
        factor={100}
        unit="%"
        digits={1}
        min={0.5}
        max={2000}
        edit={(size) => set({ size })}
      />{' '}
      of {measure}, turned by{' '}
      <EditedValue
        label={`Angle of ${name}`}
        value={coat.angle}
        unit="°"
        min={-360}
        max={360}
        edit={(angle) => set({ angle })}
      />
      , from{' '}
      <ColourField
        label={`First colour of ${name}`}
        colour={coat.colours[0]}
        edit={(colour) => set({ colours: [colour, coat.colours[1]] })}
        small
      />{' '}
      to{' '}
      <ColourField
        label={`Second colour of ${name}`}
        colour={coat.colours[1]}
        edit={(colour) => set({ colours: [coat.colours[0], colour] })}
        small
      />
      ,{' '}
      <EditedValue
        label={`Balance of ${name}`}
        value={coat.balance}
        factor={100}
        unit="%"
        min={0}
        max={100}
        edit={(balance) => set({ balance })}
      />{' '}
      of the second.{' '}
      <button
        className="quiet-button"
        disabled={!mayChange}
        onClick={() => commit('Scatter the pattern again', { seed: (coat.seed % 1e6) + 1 })}
      >
        Scatter again
      </button>
    </p>
  );
}

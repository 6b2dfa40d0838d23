import type { HalftoneCoat } from '../../../core/coats/schema';
import { Choice } from '../../ui/Choice';
import { useBench } from '../benchContext';
import { EditedValue } from '../EditedValue';
import { ColourField } from './ColourField';
import { measureOf, type CoatProps } from './coatProps';

/** Screen, tones and colours of a halftone. */
export function HalftoneSettings({ at, coat, name, set, commit }: CoatProps<HalftoneCoat>) {
  const { mayChange } = useBench();
  const measure = measureOf(at);
  return (
    <p className="leading-7">
      <Choice
        label={`Motif of ${name}`}
        inSentence
        value={coat.motif}
        options={{ dots: 'dots', lines: 'lines' }}
        disabled={!mayChange}
        onChoose={(motif) => commit('Choose a screen', { motif })}
      />{' '}
      of <ColourField label={`Colour of ${name}`} colour={coat.colour} edit={(colour) => set({ colour })} small />,{' '}
      <EditedValue
        label={`Pitch of ${name}`}
        value={coat.pitch}
        factor={100}
        unit="%"
        digits={1}
        min={0.5}
        max={500}
        edit={(pitch) => set({ pitch })}
      />{' '}
      of {measure} apart, turned by{' '}
      <EditedValue
        label={`Angle of ${name}`}
        value={coat.angle}
        unit="°"
        min={-360}
        max={360}
        edit={(angle) => set({ angle })}
      />
      , contrast{' '}
      <EditedValue
        label={`Contrast of ${name}`}
        value={coat.contrast}
        digits={2}
        step={0.05}
        min={0}
        max={10}
        edit={(contrast) => set({ contrast })}
      />
      ; between them{' '}
      <Choice
        label={`Ground of ${name}`}
        inSentence
        value={coat.ground === null ? 'below' : 'paper'}
        options={{ below: 'what lies below', paper: 'a colour' }}
        disabled={!mayChange}
        onChoose={(ground) => commit('Set the ground of the screen', { ground: ground === 'below' ? null : '#ffffff' })}
      />
      {coat.ground !== null && (
        <ColourField label={`Ground colour of ${name}`} colour={coat.ground} edit={(ground) => set({ ground })} small />
      )}
      . It screens{' '}
      <Choice
        label={`What ${name} screens`}
        inSentence
        value={coat.of}
        options={{ coats: 'the coats below', picture: 'the whole picture below' }}
        disabled={!mayChange}
        onChoose={(of) => commit('Choose what is screened', { of })}
      />
      .
    </p>
  );
}

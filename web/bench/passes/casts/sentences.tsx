import type { Edit } from '../../../../core/piece/edits/edit';
import type { Lettering } from '../../../../core/piece/schema';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { castEdit } from './edits';

interface SentenceProps {
  lettering: Lettering;
}

const percent = { factor: 100, unit: '%', min: 0, max: 100 } as const;
const px = { unit: 'px', digits: 1, step: 0.5, min: 0, max: 5000 } as const;

/** Whether a shadow lies along all of the letters, or only where they stand. */
function Reach({ name, atFoot, edit }: { name: string; atFoot: boolean; edit(atFoot: boolean): Edit }) {
  const { mayChange } = useBench();
  return (
    <button
      className="quiet-button"
      disabled={!mayChange}
      aria-label={`Where ${name} lies`}
      onClick={() => editing.commit(atFoot ? `Lay ${name} all around` : `Keep ${name} to the foot`, edit(!atFoot))}
    >
      {atFoot ? 'only where they stand' : 'all around them'}
    </button>
  );
}

export function ContactSentence({ lettering }: SentenceProps) {
  const { contact } = lettering.casts;
  if (!contact) return null;
  const set = castEdit(lettering, 'contact');
  return (
    <p className="leading-7">
      <EditedValue
        {...percent}
        label="Strength of contact"
        value={contact.strength}
        edit={(strength) => set({ strength })}
      />{' '}
      strong,{' '}
      <EditedValue {...px} label="Offset of contact" value={contact.offset} edit={(offset) => set({ offset })} /> away
      from the light, blurred by{' '}
      <EditedValue {...px} label="Blur of contact" value={contact.blur} edit={(blur) => set({ blur })} />,{' '}
      <Reach name="contact" atFoot={contact.atFoot} edit={(atFoot) => set({ atFoot })} />.
    </p>
  );
}

export function AmbientSentence({ lettering }: SentenceProps) {
  const { ambient } = lettering.casts;
  if (!ambient) return null;
  const set = castEdit(lettering, 'ambient');
  return (
    <p className="leading-7">
      <EditedValue
        {...percent}
        label="Strength of ambient"
        value={ambient.strength}
        edit={(strength) => set({ strength })}
      />{' '}
      strong, blurred by{' '}
      <EditedValue {...px} label="Blur of ambient" value={ambient.blur} edit={(blur) => set({ blur })} />,{' '}
      <Reach name="ambient" atFoot={ambient.atFoot} edit={(atFoot) => set({ atFoot })} />.
    </p>
  );
}

export function MirroredSentence({ lettering }: SentenceProps) {
  const { mayChange } = useBench();
  const { mirrored } = lettering.casts;
  if (!mirrored) return null;
  const set = castEdit(lettering, 'mirrored');
  const { strength, fade, scale, blur, ripple, wave } = mirrored;
  return (
    <p className="leading-7">
      <EditedValue
        {...percent}
        label="Strength of the mirrored words"
        value={strength}
        edit={(value) => set({ strength: value })}
      />{' '}
      strong,{' '}
      <EditedValue
        label="Height of the mirrored words"
        value={scale}
        factor={100}
        unit="%"
        min={5}
        max={400}
        edit={(value) => set({ scale: value })}
      />{' '}
      high;{' '}
      {fade === null ? (
        <button
          className="quiet-button"
          disabled={!mayChange}
          onClick={() => editing.commit('Let the mirrored words fade', set({ fade: 1 }))}
        >
          it does not fade
        </button>
      ) : (
        <>
          gone at{' '}
          <EditedValue
            label="Where the mirrored words are gone"
            value={fade}
            factor={100}
            unit="%"
            min={1}
            max={400}
            edit={(value) => set({ fade: value })}
          />{' '}
          of their height{' '}
          <button
            className="quiet-button"
            disabled={!mayChange}
            onClick={() => editing.commit('Keep the mirrored words from fading', set({ fade: null }))}
          >
            (not at all)
          </button>
        </>
      )}
      ; blurred by{' '}
      <EditedValue {...px} label="Blur of the mirrored words" value={blur} edit={(value) => set({ blur: value })} /> at
      its end; ripples of{' '}
      <EditedValue {...px} label="Ripples" value={ripple} edit={(value) => set({ ripple: value })} />,{' '}
      <EditedValue
        label="Length of ripples"
        value={wave}
        unit="px"
        min={1}
        max={5000}
        edit={(value) => set({ wave: value })}
      />{' '}
      long.
    </p>
  );
}

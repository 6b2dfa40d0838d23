import { plainBare, plainBite, type Bite } from '../../../../core/passes/drape/schema';
import { changePart } from '../../../../core/piece/edits/items';
import type { Lettering } from '../../../../core/piece/schema';
import { Choice } from '../../../ui/Choice';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { BareSettings } from './BareSettings';
import { biteEdit } from './edits';
import { Shown } from '../../Shown';

const kinds: Record<Bite['as'], string> = {
  paint: 'as paint, lit as the surface is',
  dye: 'as dye, multiplied into it',
  light: 'as light, thrown onto it',
};

const percent = { factor: 100, unit: '%' } as const;

/** How the ink takes to the surface. */
export function BiteSettings({ lettering }: { lettering: Lettering }) {
  const { mayChange } = useBench();
  const { bite } = lettering.drape;
  const set = biteEdit(lettering);
  return (
    <section className="flex flex-col gap-2 border-t border-rule pt-2" aria-label="Bite">
      <div className="flex items-center justify-between gap-2">
        <h3 className="label">Bite</h3>
        <button
          className="quiet-button"
          disabled={!mayChange}
          onClick={() =>
            bite
              ? editing.commit('Lay the ink on plain', changePart(lettering.id, 'drape', { bite: null }))
              : editing.commit(
                  'Let the ink take to the surface',
                  changePart(lettering.id, 'drape', { bite: plainBite() }),
                )
          }
        >
          {bite ? 'Lay the ink on plain' : 'Let the ink take to the surface'}
        </button>
      </div>
      {bite && (
        <>
          <Shown label="Bite is shown" isShown={bite.shown} edit={(shown) => set({ shown })} />
          <Sentence lettering={lettering} bite={bite} />
          <Shown
            label="Parts of the surface stay bare"
            isShown={bite.bare !== null}
            edit={(isBare) => set({ bare: isBare ? plainBare() : null })}
          />
          {bite.bare && <BareSettings lettering={lettering} bare={bite.bare} />}
        </>
      )}
    </section>
  );
}

function Sentence({ lettering, bite }: { lettering: Lettering; bite: Bite }) {
  const { mayChange } = useBench();
  const set = biteEdit(lettering);
  const { as, strength, texture, shading, radius, even, keptOut, channels } = bite;
  return (
    <p className="leading-7">
      The ink takes{' '}
      <Choice
        label="How the ink takes"
        inSentence
        value={as}
        options={kinds}
        disabled={!mayChange}
        onChoose={(value) => editing.commit('Choose how the ink takes', set({ as: value }))}
      />
      ,{' '}
      <EditedValue
        {...percent}
        label="Strength of the bite"
        value={strength}
        min={0}
        max={100}
        edit={(value) => set({ strength: value })}
      />
      . Its texture, finer than{' '}
      <EditedValue
        label="Fine and broad are parted at"
        value={radius}
        unit="px"
        digits={1}
        step={0.5}
        min={0}
        max={2000}
        edit={(value) => set({ radius: value })}
      />
      , comes through by{' '}
      <EditedValue
        {...percent}
        label="Texture"
        value={texture}
        min={0}
        max={400}
        edit={(value) => set({ texture: value })}
      />
      , its shading by{' '}
      <EditedValue
        {...percent}
        label="Shading"
        value={shading}
        min={0}
        max={400}
        edit={(value) => set({ shading: value })}
      />
      , against{' '}
      {even === null ? (
        <button
          className="quiet-button"
          disabled={!mayChange}
          onClick={() => editing.commit('Take the even tone from near by', set({ even: 200 }))}
        >
          one even tone
        </button>
      ) : (
        <>
          the tone within{' '}
          <EditedValue
            label="Even tone within"
            value={even}
            unit="px"
            min={1}
            max={20000}
            edit={(value) => set({ even: value })}
          />{' '}
          <button
            className="quiet-button"
            disabled={!mayChange}
            onClick={() => editing.commit('Take one even tone', set({ even: null }))}
          >
            (one tone)
          </button>
        </>
      )}
      . Its own colours are kept out by{' '}
      <EditedValue
        {...percent}
        label="Colours kept out"
        value={keptOut}
        min={0}
        max={100}
        edit={(value) => set({ keptOut: value })}
      />
      ;{' '}
      <Choice
        label="Channels"
        inSentence
        value={channels}
        options={{ lightness: 'lightness alone counts', each: 'each colour of light counts' }}
        disabled={!mayChange}
        onChoose={(value) => editing.commit('Choose what of the light counts', set({ channels: value }))}
      />
      .
    </p>
  );
}

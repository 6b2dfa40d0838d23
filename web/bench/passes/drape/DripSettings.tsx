import { plainDrips, type Drips } from '../../../../core/passes/drape/schema';
import { changePart } from '../../../../core/piece/edits/items';
import type { Lettering } from '../../../../core/piece/schema';
import { Choice } from '../../../ui/Choice';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { dripsEdit } from './edits';
import { drapeHand } from './hand';
import { Shown } from '../../Shown';

/** Paint that runs down from the letters, said in sentences. */
export function DripSettings({ lettering }: { lettering: Lettering }) {
  const { mayChange } = useBench();
  const { drips } = lettering.drape;
  const press = (): void => {
    drapeHand.set({ tool: drips ? 'none' : 'drips' });
    editing.commit(
      drips ? 'Take the drips away' : 'Let the letters drip',
      changePart(lettering.id, 'drape', { drips: drips ? null : plainDrips() }),
    );
  };
  return (
    <section className="flex flex-col gap-2 border-t border-rule pt-2" aria-label="Drips">
      <div className="flex items-center justify-between gap-2">
        <h3 className="label">Drips</h3>
        <button className="quiet-button" disabled={!mayChange} onClick={press}>
          {drips ? 'Take the drips away' : 'Let the letters drip'}
        </button>
      </div>
      {drips && (
        <>
          <Shown label="Drips are shown" isShown={drips.shown} edit={(shown) => dripsEdit(lettering)({ shown })} />
          <Sentence lettering={lettering} drips={drips} />
          <Edges lettering={lettering} drips={drips} />
        </>
      )}
    </section>
  );
}

interface DripProps {
  lettering: Lettering;
  drips: Drips;
}

const percent = { factor: 100, unit: '%' } as const;

function Sentence({ lettering, drips }: DripProps) {
  const { mayChange } = useBench();
  const set = dripsEdit(lettering);
  const { number, length, spread, thickness, neck, seed, direction, changes } = drips;
  return (
    <p className="leading-7">
      <EditedValue
        label="Number of drips"
        value={number}
        digits={1}
        step={0.5}
        min={0}
        max={60}
        edit={(value) => set({ number: value })}
      />{' '}
      to a letter,{' '}
      <EditedValue
        {...percent}
        label="Length of drips"
        value={length}
        min={0}
        max={600}
        edit={(value) => set({ length: value })}
      />{' '}
      of the size long, lengths{' '}
      <EditedValue
        {...percent}
        label="Spread of lengths"
        value={spread}
        min={0}
        max={100}
        edit={(value) => set({ spread: value })}
      />{' '}
      apart,{' '}
      <EditedValue
        {...percent}
        label="Thickness of drips"
        value={thickness}
        digits={1}
        step={0.5}
        min={0.5}
        max={50}
        edit={(value) => set({ thickness: value })}
      />{' '}
      thick, necks{' '}
      <EditedValue
        {...percent}
        label="Necks of drips"
        value={neck}
        min={0}
        max={80}
        edit={(value) => set({ neck: value })}
      />{' '}
      thinner. They run to{' '}
      <EditedValue
        label="Direction of drips"
        value={direction}
        unit="°"
        min={-360}
        max={360}
        edit={(value) => set({ direction: value })}
      />
      , as chance{' '}
      <EditedValue
        label="Chance of drips"
        value={seed}
        min={0}
        max={999999}
        edit={(value) => set({ seed: Math.round(value) })}
      />{' '}
      has them{' '}
      <button
        className="quiet-button"
        disabled={!mayChange}
        onClick={() => editing.commit('Let drips fall another way', set({ seed: (seed + 1) % 1000000 }))}
      >
        (another way)
      </button>
      .
      {changes.length > 0 && (
        <>
          {' '}
          {changes.length === 1 ? 'One drip was' : `${changes.length} drips were`} changed by hand{' '}
          <button
            className="quiet-button"
            disabled={!mayChange}
            onClick={() => editing.commit('Drips as they fell', set({ changes: [] }))}
          >
            (as they fell)
          </button>
          .
        </>
      )}
    </p>
  );
}

const edges = { none: 'as they are', molten: 'sag as if molten', torn: 'are torn' };

/** What becomes of the lower edges themselves. */
function Edges({ lettering, drips: { edge } }: DripProps) {
  const { mayChange } = useBench();
  const set = dripsEdit(lettering);
  return (
    <p className="leading-7">
      Lower edges{' '}
      <Choice
        label="Lower edges"
        inSentence
        disabled={!mayChange}
        value={edge?.as ?? 'none'}
        options={edges}
        onChoose={(as) =>
          editing.commit(
            'Choose the lower edges',
            set({ edge: as === 'none' ? null : { depth: 0.05, size: 0.2, ...edge, as } }),
          )
        }
      />
      {edge && (
        <>
          , by{' '}
          <EditedValue
            {...percent}
            label="Depth of the edges"
            value={edge.depth}
            digits={1}
            step={0.5}
            min={0}
            max={100}
            edit={(depth) => set({ edge: { ...edge, depth } })}
          />{' '}
          of the size, in waves of{' '}
          <EditedValue
            {...percent}
            label="Waves of the edges"
            value={edge.size}
            min={1}
            max={200}
            edit={(size) => set({ edge: { ...edge, size } })}
          />
        </>
      )}
      .
    </p>
  );
}

import { plainVignette, type Vignette } from '../../../../core/passes/vignette/schema';
import type { Edit } from '../../../../core/piece/edits/edit';
import { setField } from '../../../../core/piece/edits/items';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';

/** The vignette over the finished picture. */
export function Controls() {
  const { piece, mayChange } = useBench();
  const { vignette } = piece;
  return (
    <section className="flex flex-col gap-2 border-t border-rule pt-2" aria-label="Vignette">
      <div className="flex items-center justify-between">
        <h3 className="label">Vignette</h3>
        <button
          className="quiet-button"
          disabled={!mayChange}
          onClick={() =>
            vignette
              ? editing.commit('Remove the vignette', setField('vignette', null))
              : editing.commit('Add a vignette', setField('vignette', plainVignette()))
          }
        >
          {vignette ? 'Remove the vignette' : 'Add a vignette'}
        </button>
      </div>
      {vignette && <Sentence vignette={vignette} />}
    </section>
  );
}

const percent = { factor: 100, unit: '%' } as const;

function Sentence({ vignette }: { vignette: Vignette }) {
  const { stops, from, to, round, centre } = vignette;
  const set = (change: Partial<Vignette>): Edit => setField('vignette', { ...vignette, ...change });
  return (
    <p className="leading-7">
      <EditedValue
        label="Light at the corners"
        value={stops}
        unit="stops"
        digits={2}
        step={0.05}
        min={-6}
        max={6}
        edit={(value) => set({ stops: value })}
      />{' '}
      of light at the corners, from{' '}
      <EditedValue
        {...percent}
        label="Where the vignette begins"
        value={from}
        min={0}
        max={200}
        edit={(value) => set({ from: value })}
      />{' '}
      of the way out to{' '}
      <EditedValue
        {...percent}
        label="Where the vignette is full"
        value={to}
        min={1}
        max={300}
        edit={(value) => set({ to: value })}
      />
      ,{' '}
      <EditedValue
        {...percent}
        label="Roundness of the vignette"
        value={round}
        min={0}
        max={100}
        edit={(value) => set({ round: value })}
      />{' '}
      round; centred at{' '}
      <EditedValue
        {...percent}
        label="Centre of the vignette across"
        value={centre[0]}
        min={-100}
        max={200}
        edit={(value) => set({ centre: [value, centre[1]] })}
      />
      ,{' '}
      <EditedValue
        {...percent}
        label="Centre of the vignette down"
        value={centre[1]}
        min={-100}
        max={200}
        edit={(value) => set({ centre: [centre[0], value] })}
      />
      .
    </p>
  );
}

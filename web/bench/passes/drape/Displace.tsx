import { plainDisplacement, type Displacement } from '../../../../core/passes/drape/schema';
import { changePart } from '../../../../core/piece/edits/items';
import type { Lettering } from '../../../../core/piece/schema';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { displacementEdit } from './edits';
import { MapSettings } from './MapSettings';
import { Shown } from '../../Shown';

/** A displacement that shows what it does as soon as it is there. */
const first = (): Displacement => plainDisplacement({ length: 1, view: 1 });

/** How far the letters are moved by a map, and by which laws. */
export function Displace({ lettering }: { lettering: Lettering }) {
  const { mayChange } = useBench();
  const { displacement } = lettering.drape;
  const set = displacementEdit(lettering);
  return (
    <section className="flex flex-col gap-2 border-t border-rule pt-2" aria-label="Displacement">
      <div className="flex items-center justify-between gap-2">
        <h3 className="label">Displacement</h3>
        <button
          className="quiet-button"
          disabled={!mayChange}
          onClick={() =>
            displacement
              ? editing.commit('Lay the letters flat', changePart(lettering.id, 'drape', { displacement: null }))
              : editing.commit('Displace the letters', changePart(lettering.id, 'drape', { displacement: first() }))
          }
        >
          {displacement ? 'Lay the letters flat' : 'Displace the letters'}
        </button>
      </div>
      {displacement && (
        <>
          <Shown label="Displacement is shown" isShown={displacement.shown} edit={(shown) => set({ shown })} />
          <MapSettings lettering={lettering} map={displacement.map} />
          <Laws lettering={lettering} displacement={displacement} />
          <Leaves lettering={lettering} displacement={displacement} />
        </>
      )}
    </section>
  );
}

interface LawsProps {
  lettering: Lettering;
  displacement: Displacement;
}

function Laws({ lettering, displacement }: LawsProps) {
  const set = displacementEdit(lettering);
  const { level, angle, slope, length, view, height } = displacement;
  const { mayChange } = useBench();
  return (
    <p className="leading-7">
      <b>Level:</b> from low to high by{' '}
      <EditedValue
        label="Level"
        value={level}
        unit="px"
        digits={1}
        step={0.5}
        min={-4000}
        max={4000}
        edit={(value) => set({ level: value })}
      />{' '}
      along{' '}
      <EditedValue
        label="Direction of the level"
        value={angle}
        unit="°"
        min={-360}
        max={360}
        edit={(value) => set({ angle: value })}
      />
      . <b>Slope:</b> uphill by{' '}
      <EditedValue
        label="Slope across"
        value={slope[0]}
        unit="px"
        digits={1}
        step={0.5}
        min={-4000}
        max={4000}
        edit={(value) => set({ slope: [value, slope[1]] })}
      />{' '}
      across and{' '}
      <EditedValue
        label="Slope down"
        value={slope[1]}
        unit="px"
        digits={1}
        step={0.5}
        min={-4000}
        max={4000}
        edit={(value) => set({ slope: [slope[0], value] })}
      />{' '}
      down. <b>Length:</b> measured along the surface,{' '}
      <EditedValue
        label="Length along the surface"
        value={length}
        factor={100}
        unit="%"
        min={0}
        max={400}
        edit={(value) => set({ length: value })}
      />
      . <b>View:</b> seen by the lens,{' '}
      <EditedValue
        label="View of the lens"
        value={view}
        factor={100}
        unit="%"
        min={0}
        max={400}
        edit={(value) => set({ view: value })}
      />
      . The surface is{' '}
      {height === null ? (
        <button
          className="quiet-button"
          disabled={!mayChange}
          onClick={() => editing.commit('Set how high the surface is', set({ height: 40 }))}
        >
          as high as its light says
        </button>
      ) : (
        <>
          <EditedValue
            label="Height of the surface"
            value={height}
            unit="px"
            min={0}
            max={4000}
            edit={(value) => set({ height: value })}
          />{' '}
          high{' '}
          <button
            className="quiet-button"
            disabled={!mayChange}
            onClick={() => editing.commit('Let the light say how high the surface is', set({ height: null }))}
          >
            (as its light says)
          </button>
        </>
      )}
      .
    </p>
  );
}

const names: Record<Displacement['leaves'][number], string> = {
  panel: 'the panel',
  outlines: 'outlines',
  echoes: 'echoes',
};

/** What moves with the letters, and what is left where it is. */
function Leaves({ lettering, displacement: { leaves } }: LawsProps) {
  const { mayChange } = useBench();
  const set = displacementEdit(lettering);
  return (
    <fieldset className="flex flex-wrap items-center gap-x-3">
      <legend className="label">Moved with the letters</legend>
      {(Object.keys(names) as Displacement['leaves']).map((one) => (
        <label key={one} className="flex h-7 items-center gap-1">
          <input
            type="checkbox"
            disabled={!mayChange}
            checked={!leaves.includes(one)}
            onChange={({ target: { checked } }) =>
              editing.commit(
                checked ? `Move ${names[one]} with the letters` : `Leave ${names[one]} where it is`,
                set({ leaves: checked ? leaves.filter((other) => other !== one) : [...leaves, one] }),
              )
            }
          />
          {names[one]}
        </label>
      ))}
    </fieldset>
  );
}

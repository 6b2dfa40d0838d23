import type { Thrown } from '../../../../core/light/casting/schema';
import type { Lettering } from '../../../../core/piece/schema';
import { Choice } from '../../../ui/Choice';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { castEdit, castsEdit } from './edits';

const onto: Record<Thrown['onto'], string> = { wall: 'the wall behind', ground: 'the ground' };

/** What a thrown shadow falls on, in whose light. */
export function ThrownSentence({ lettering }: { lettering: Lettering }) {
  const { thrown } = lettering.casts;
  if (!thrown) return null;
  return (
    <div className="flex flex-col gap-1">
      <p className="leading-7">
        <Strength lettering={lettering} thrown={thrown} />
        {thrown.onto === 'wall' ? (
          <Wall lettering={lettering} thrown={thrown} />
        ) : (
          <Ground lettering={lettering} thrown={thrown} />
        )}
      </p>
      <Light lettering={lettering} thrown={thrown} />
    </div>
  );
}

interface ThrownProps {
  lettering: Lettering;
  thrown: Thrown;
}

function Strength({ lettering, thrown }: ThrownProps) {
  const { mayChange } = useBench();
  const set = castEdit(lettering, 'thrown');
  return (
    <>
      <EditedValue
        label="Strength of the thrown shadow"
        value={thrown.strength}
        factor={100}
        unit="%"
        min={0}
        max={100}
        edit={(strength) => set({ strength })}
      />{' '}
      strong, on{' '}
      <Choice<Thrown['onto']>
        label="What the shadow falls on"
        inSentence
        disabled={!mayChange}
        value={thrown.onto}
        options={onto}
        onChoose={(value) => editing.commit('Choose what the shadow falls on', set({ onto: value }))}
      />
    </>
  );
}

function Wall({ lettering, thrown }: ThrownProps) {
  return (
    <>
      , the letters{' '}
      <EditedValue
        label="How far the letters stand off the wall"
        value={thrown.lift}
        unit="px"
        digits={1}
        step={0.5}
        min={0}
        max={5000}
        edit={(lift) => castEdit(lettering, 'thrown')({ lift })}
      />{' '}
      off it.
    </>
  );
}

function Ground({ lettering, thrown }: ThrownProps) {
  const { mayChange, piece } = useBench();
  const set = castEdit(lettering, 'thrown');
  const { width, height } = piece.sheet;
  const { foot } = lettering.casts;
  return (
    <>
      {thrown.tips ? (
        <>
          , where its rings lie{' '}
          <button
            className="quiet-button"
            disabled={!mayChange}
            onClick={() => editing.commit('Let the light say where the shadow falls', set({ tips: null }))}
          >
            (where the light says)
          </button>
        </>
      ) : (
        <>
          {' '}
          seen from{' '}
          <EditedValue
            label="From how far above the ground is seen"
            value={thrown.above}
            unit="°"
            min={1}
            max={89}
            edit={(above) => set({ above })}
          />{' '}
          above; its rings can be dragged
        </>
      )}
      {foot && (
        <>
          ; the letters stand where their rings lie{' '}
          <button
            className="quiet-button"
            disabled={!mayChange}
            onClick={() => editing.commit('Stand the letters on their own edge', castsEdit(lettering)({ foot: null }))}
          >
            (on their lower edge)
          </button>
        </>
      )}
      .{' '}
      {thrown.wall ? (
        <>
          It climbs a wall from the line between its rings, at{' '}
          <EditedValue
            label="Size of the shadow on the wall"
            value={thrown.wall.scale}
            factor={100}
            unit="%"
            min={5}
            max={400}
            edit={(scale) => set({ wall: { ...thrown.wall!, scale } })}
          />{' '}
          of the letters’ size{' '}
          <button
            className="quiet-button"
            disabled={!mayChange}
            onClick={() => editing.commit('Take the wall away', set({ wall: null }))}
          >
            (no wall)
          </button>
          .
        </>
      ) : (
        <button
          className="quiet-button"
          disabled={!mayChange}
          onClick={() =>
            editing.commit(
              'Stand a wall where the ground ends',
              set({ wall: { from: [0, Math.round(height * 0.6)], to: [width, Math.round(height * 0.6)], scale: 1 } }),
            )
          }
        >
          The ground ends at a wall
        </button>
      )}
    </>
  );
}

/** The lamp, or a light of its own. */
function Light({ lettering, thrown }: ThrownProps) {
  const { mayChange, piece } = useBench();
  const set = castEdit(lettering, 'thrown');
  const obeys = thrown.obeys && piece.lamp !== null;
  return (
    <p className="leading-7">
      <label className="inline-flex items-center gap-2">
        <input
          type="checkbox"
          disabled={!mayChange || piece.lamp === null}
          checked={obeys}
          onChange={({ target: { checked } }) =>
            editing.commit(
              checked ? 'Let the shadow obey the lamp' : 'Give the shadow its own light',
              set({ obeys: checked }),
            )
          }
        />
        obeys the lamp
      </label>
      {!obeys && (
        <>
          ; its own light throws it towards{' '}
          <EditedValue
            label="Where the shadow falls"
            value={thrown.angle}
            unit="°"
            min={-360}
            max={360}
            edit={(angle) => set({ angle, obeys: false })}
          />
          , from{' '}
          <EditedValue
            label="Height of the shadow’s light"
            value={thrown.height}
            unit="°"
            min={-89}
            max={89}
            edit={(value) => set({ height: value, obeys: false })}
          />{' '}
          high, and is{' '}
          <EditedValue
            label="Size of the shadow’s light"
            value={thrown.size}
            factor={100}
            unit="%"
            min={0}
            max={200}
            edit={(size) => set({ size, obeys: false })}
          />{' '}
          large
        </>
      )}
      .
    </p>
  );
}

import type { Thrown } from '../../../../core/light/casting/schema';
import type { Plane } from '../../../../core/passes/planes/schema';
import type { Lettering } from '../../../../core/piece/schema';
import { Choice } from '../../../ui/Choice';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { castEdit } from './edits';
import { GroundSentence, type ThrownProps } from './GroundSentence';

const onto: Record<Thrown['onto'], string> = { wall: 'the wall behind', ground: 'the ground' };
/** How words are to a plane of the photograph. */
const before: Record<Thrown['onto'], string> = { wall: 'behind them', ground: 'under them' };

/** What a shadow may fall on: a wall or the ground, the picture's own or a plane's. */
const fallsOn = (planes: readonly Plane[]): Record<string, string> => ({
  ...onto,
  ...Object.fromEntries(
    planes.flatMap(({ id, name }) =>
      (Object.keys(before) as Thrown['onto'][]).map((way) => [`${way} ${id}`, `${name}, ${before[way]}`]),
    ),
  ),
});

function chosenPlace(key: string): Pick<Thrown, 'onto' | 'plane'> {
  const [way, ...id] = key.split(' ');
  return { onto: way as Thrown['onto'], plane: id.length > 0 ? id.join(' ') : null };
}

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
          <GroundSentence lettering={lettering} thrown={thrown} />
        )}
      </p>
      <Light lettering={lettering} thrown={thrown} />
    </div>
  );
}

function Strength({ lettering, thrown }: ThrownProps) {
  const { mayChange, piece } = useBench();
  const set = castEdit(lettering, 'thrown');
  const { onto: way, plane } = thrown;
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
      <Choice<string>
        label="What the shadow falls on"
        inSentence
        disabled={!mayChange}
        value={plane === null ? way : `${way} ${plane}`}
        options={fallsOn(piece.planes)}
        onChoose={(value) => editing.commit('Choose what the shadow falls on', set(chosenPlace(value)))}
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
      off it; it bends over folds by{' '}
      <EditedValue
        label="How far the shadow bends over folds"
        value={thrown.bends}
        factor={100}
        unit="%"
        min={0}
        max={400}
        edit={(bends) => castEdit(lettering, 'thrown')({ bends })}
      />
      .
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

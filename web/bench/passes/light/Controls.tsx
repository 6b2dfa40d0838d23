import { plainLamp, type Lamp } from '../../../../core/light/lamp';
import type { Edit } from '../../../../core/piece/edits/edit';
import { setField } from '../../../../core/piece/edits/items';
import { setGraft, setShadow } from '../../../../core/piece/edits/veils';
import type { Veil } from '../../../../core/passes/veils/schema';
import { PieceColour } from '../../coats/PieceColour';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { FillSettings } from './FillSettings';
import { LampDial } from './LampDial';
import { lampEdit } from './lamp';
import { PhotographsLight } from './PhotographsLight';

/** The lamp: taken from the photograph, turned, typed; and what obeys it. */
export function Controls() {
  const { piece, mayChange } = useBench();
  const { lamp } = piece;
  return (
    <div className="flex flex-col gap-2">
      <PhotographsLight />
      {lamp ? (
        <>
          <LampSettings lamp={lamp} />
          <FillSettings lamp={lamp} />
          <Obeying veils={piece.veils} />
          <button
            className="quiet-button self-start"
            disabled={!mayChange}
            onClick={() => editing.commit('Take the lamp away', setField('lamp', null))}
          >
            Take the lamp away
          </button>
        </>
      ) : (
        <button
          className="plain-button self-start"
          disabled={!mayChange}
          onClick={() => editing.commit('Stand a lamp up', setField('lamp', plainLamp()))}
        >
          Stand a lamp up by hand
        </button>
      )}
    </div>
  );
}

function LampSettings({ lamp }: { lamp: Lamp }) {
  const { piece, mayChange } = useBench();
  const set = lampEdit(piece);
  return (
    <div className="flex items-start gap-3">
      <LampDial lamp={lamp} />
      <p className="leading-7">
        From{' '}
        <EditedValue
          label="Lamp direction"
          value={lamp.tilt}
          unit="°"
          min={-360}
          max={360}
          edit={(tilt) => set({ tilt, at: null })}
        />
        ,{' '}
        <EditedValue
          label="Height of the lamp"
          value={lamp.height}
          unit="°"
          min={-90}
          max={90}
          edit={(height) => set({ height })}
        />{' '}
        high;{' '}
        <EditedValue
          label="Size of the lamp"
          value={lamp.size}
          factor={100}
          unit="%"
          min={0}
          max={200}
          edit={(size) => set({ size })}
        />{' '}
        large,{' '}
        <EditedValue
          label="Strength of the lamp"
          value={lamp.strength}
          factor={100}
          unit="%"
          min={0}
          max={400}
          edit={(strength) => set({ strength })}
        />{' '}
        strong,{' '}
        <PieceColour
          label="Colour of the lamp"
          colour={lamp.colour}
          small
          hasAlpha={false}
          undoLabel="Colour the lamp"
          editKey="lamp"
          edit={(colour) => set({ colour })}
        />
        .
        {lamp.at && (
          <>
            {' '}
            It stands at{' '}
            <EditedValue
              label="Lamp from the left"
              value={lamp.at[0]}
              unit="px"
              edit={(x) => set({ at: [x, lamp.at![1]] })}
            />
            ,{' '}
            <EditedValue
              label="Lamp from the top"
              value={lamp.at[1]}
              unit="px"
              edit={(y) => set({ at: [lamp.at![0], y] })}
            />
            .{' '}
          </>
        )}
        {!lamp.at && (
          <button
            className="quiet-button"
            disabled={!mayChange}
            onClick={() =>
              editing.commit(
                'Stand the lamp on the sheet',
                set({ at: [Math.round(piece.sheet.width / 2), Math.round(piece.sheet.height / 8)] }),
              )
            }
          >
            Stand it on the sheet
          </button>
        )}
        {lamp.at && (
          <button
            className="quiet-button"
            disabled={!mayChange}
            onClick={() => editing.commit('Take the lamp far off', set({ at: null }))}
          >
            Far off
          </button>
        )}
      </p>
    </div>
  );
}

/** Whether a veil throws anything, and whether all of that obeys the lamp. */
const shadowsOf = (veil: Veil) => [veil.shadow, veil.graft?.shadow ?? null].filter((shadow) => shadow !== null);

/** Lets a veil's shadows obey the lamp, or gives them a light of their own again. */
const obeyEdit =
  (veil: Veil, obeys: boolean): Edit =>
  (draft) => {
    if (veil.shadow) setShadow(veil.id, { ...veil.shadow, obeys })(draft);
    if (veil.graft?.shadow) setGraft(veil.id, { shadow: { ...veil.graft.shadow, obeys } })(draft);
  };

/** What throws a shadow: each obeys the lamp, or has a light of its own. */
function Obeying({ veils }: { veils: readonly Veil[] }) {
  const { mayChange } = useBench();
  const throwing = veils.filter((veil) => shadowsOf(veil).length > 0);
  if (throwing.length === 0)
    return <p className="text-faint">No veil throws a shadow yet: line 3 gives it one, and it will obey this lamp.</p>;
  return (
    <fieldset>
      <legend className="label">Obeys the lamp</legend>
      {throwing.map((veil) => (
        <label key={veil.id} className="flex h-7 items-center gap-2">
          <input
            type="checkbox"
            disabled={!mayChange}
            checked={shadowsOf(veil).every(({ obeys }) => obeys)}
            onChange={({ target: { checked } }) =>
              editing.commit(
                checked ? 'Let the shadow obey the lamp' : 'Give the shadow its own light',
                obeyEdit(veil, checked),
              )
            }
          />
          Shadow of {veil.name}
        </label>
      ))}
    </fieldset>
  );
}

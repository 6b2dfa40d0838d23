import { PieceColour } from '../../coats/PieceColour';
import type { Echo } from '../../../../core/passes/stance/schema';
import { addEcho, changeEcho, removeEcho } from '../../../../core/piece/edits/letterings';
import type { Edit } from '../../../../core/piece/edits/edit';
import { Choice } from '../../../ui/Choice';
import { useBench } from '../../benchContext';
import { inkColour } from '../../inkColour';
import { editing } from '../../editing';
import { EditedValue } from '../../EditedValue';

const mirrors: Record<Echo['mirror'], string> = { none: 'as it is', down: 'mirrored below', across: 'mirrored beside' };

function freeEcho(echoes: readonly Echo[]): string {
  let number = 1;
  while (echoes.some(({ id }) => id === `echo-${number}`)) number++;
  return `echo-${number}`;
}

/** Further drawings of the same letters behind them; they follow every change of the words. */
export function EchoSettings() {
  const { lettering, mayChange } = useBench();
  const { id, stance, words } = lettering!;
  const step = Math.max(2, Math.round((words.size * stance.scale) / 30));
  const add = (): void => {
    const echo: Echo = {
      id: freeEcho(stance.echoes),
      x: step,
      y: step,
      mirror: 'none',
      scale: 1,
      rotation: 0,
      opacity: 0.6,
      times: 1,
      fade: 1,
      outline: null,
      colour: null,
    };
    editing.commit('Add an echo', addEcho(id, echo));
  };
  return (
    <section className="flex flex-col gap-2 border-t border-rule pt-2">
      <div className="flex items-center justify-between">
        <h3 className="label">Echoes</h3>
        <button className="quiet-button" disabled={!mayChange || stance.echoes.length >= 40} onClick={add}>
          Add an echo
        </button>
      </div>
      {stance.echoes.map((echo, i) => (
        <EchoCard key={echo.id} id={id} echo={echo} number={i + 1} step={step} />
      ))}
    </section>
  );
}

interface EchoProps {
  /** Of the lettering. */
  id: string;
  echo: Echo;
  number: number;
  /** A length that suits the letters, sheet px. */
  step: number;
}

/** One echo as a sentence. */
function EchoCard({ id, echo, number, step }: EchoProps) {
  const { mayChange } = useBench();
  const set = (change: Partial<Echo>): Edit => changeEcho(id, echo.id, change);
  return (
    <div className="leading-6" data-testid="echo">
      <b>{number}</b>: moved{' '}
      <EditedValue label={`Echo ${number} to the right`} value={echo.x} unit="px" edit={(x) => set({ x })} />,{' '}
      <EditedValue label={`Echo ${number} down`} value={echo.y} unit="px" edit={(y) => set({ y })} />,{' '}
      <Choice
        label={`Echo ${number} mirrored`}
        inSentence
        disabled={!mayChange}
        value={echo.mirror}
        options={mirrors}
        onChoose={(mirror) => void editing.commit('Mirror an echo', set({ mirror }))}
      />
      ,{' '}
      <EditedValue
        label={`Scale of echo ${number}`}
        value={echo.scale}
        factor={100}
        unit="%"
        digits={1}
        step={0.5}
        min={2}
        max={5000}
        edit={(scale) => set({ scale })}
      />{' '}
      large, turned{' '}
      <EditedValue
        label={`Turn of echo ${number}`}
        value={echo.rotation}
        unit="°"
        digits={1}
        step={0.5}
        min={-360}
        max={360}
        edit={(rotation) => set({ rotation })}
      />
      , at{' '}
      <EditedValue
        label={`Strength of echo ${number}`}
        value={echo.opacity}
        factor={100}
        unit="%"
        min={0}
        max={100}
        edit={(opacity) => set({ opacity })}
      />
      ;{' '}
      <EditedValue
        label={`Times of echo ${number}`}
        value={echo.times}
        unit="times"
        min={1}
        max={60}
        edit={(times) => set({ times: Math.round(times) })}
      />
      {echo.times > 1 && (
        <>
          , each keeping{' '}
          <EditedValue
            label={`Fade of echo ${number}`}
            value={echo.fade}
            factor={100}
            unit="%"
            min={0}
            max={100}
            edit={(fade) => set({ fade })}
          />
        </>
      )}
      .
      <EchoLook {...{ id, echo, number, step, set }} />
    </div>
  );
}

/** Its outline and colour, and its end. */
function EchoLook({ id, echo, number, step, set }: EchoProps & { set(change: Partial<Echo>): Edit }) {
  const { lettering, mayChange } = useBench();
  const { ink } = lettering!;
  return (
    <div className="flex flex-wrap items-center gap-x-3">
      <label className="flex items-center gap-1">
        <input
          type="checkbox"
          checked={echo.outline !== null}
          disabled={!mayChange}
          onChange={(event) =>
            editing.commit(
              'Outline of an echo',
              set({ outline: event.target.checked ? Math.max(1, Math.round(step / 3)) : null }),
            )
          }
        />{' '}
        only its outline
      </label>
      {echo.outline !== null && (
        <EditedValue
          label={`Outline of echo ${number}`}
          value={echo.outline}
          unit="px"
          digits={1}
          step={0.5}
          min={0.1}
          max={1000}
          edit={(outline) => set({ outline })}
        />
      )}
      <label className="flex items-center gap-1">
        <PieceColour
          label={`Colour of echo ${number}`}
          colour={echo.colour ?? inkColour({ ink })}
          small
          undoLabel="Colour an echo"
          editKey={`echo-${id}-${echo.id}`}
          edit={(colour) => set({ colour })}
        />
        {echo.colour === null && 'the ink’s'}
      </label>
      <button
        className="quiet-button"
        disabled={!mayChange}
        onClick={() => editing.commit('Remove an echo', removeEcho(id, echo.id))}
      >
        Remove
      </button>
    </div>
  );
}

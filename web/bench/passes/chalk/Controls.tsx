import { useState } from 'react';
import type { Mark } from '../../../../core/passes/chalk/schema';
import { changeMark, removeMark } from '../../../../core/piece/edits/chalk';
import { useAppDispatch, useAppSelector } from '../../../store';
import { KeptText } from '../../../ui/KeptText';
import { useBench } from '../../benchContext';
import { looked } from '../../benchState';
import { editing } from '../../editing';
import { EditedValue } from '../../EditedValue';
import { cutCircle } from './cutCircle';
import { chalkHand, togglePlan } from './hand';
import { kindNames, nameOfMark } from './names';

/** The plan: its marks as a list that is worked off. */
export function Controls() {
  const { piece, mayChange } = useBench();
  const { tool, hidden } = chalkHand.use('tool', 'hidden');
  const isHalf = useAppSelector(({ bench }) => bench.halfStrength);
  const done = piece.chalk.filter((mark) => mark.done).map(({ id }) => id);
  return (
    <section className="flex flex-col gap-2 border-t border-rule pt-2" aria-label="Chalk">
      <div className="flex flex-wrap items-center gap-1">
        <h3 className="label grow">Chalk</h3>
        <button
          className="quiet-button"
          disabled={!mayChange}
          aria-pressed={tool !== null}
          onClick={() => chalkHand.set({ tool: tool === null ? 'circle' : null, hidden: false })}
        >
          {tool === null ? 'Draw the plan' : 'Put the chalk away'}
        </button>
        <button className="quiet-button" aria-pressed={isHalf && !hidden} onClick={togglePlan}>
          Plan view
        </button>
        <button
          className="quiet-button"
          aria-pressed={hidden}
          disabled={piece.chalk.length === 0}
          onClick={() => chalkHand.set({ hidden: !hidden })}
        >
          {hidden ? 'Show it' : 'Hide it'}
        </button>
      </div>
      {piece.chalk.length === 0 ? (
        <p className="text-faint">
          Circles, arrows, lines, notes and keep points, on any line: they are never exported. Press C.
        </p>
      ) : (
        <ul className="flex flex-col gap-1" aria-label="Chalk marks">
          {piece.chalk.map((mark) => (
            <MarkEntry key={mark.id} mark={mark} />
          ))}
        </ul>
      )}
      {done.length > 0 && (
        <button
          className="quiet-button self-start"
          disabled={!mayChange}
          onClick={() => editing.commit('Wipe off what is done', removeMark(...done))}
        >
          Wipe off what is done ({done.length})
        </button>
      )}
    </section>
  );
}

function MarkEntry({ mark }: { mark: Mark }) {
  const { mayChange, openLine } = useBench();
  const dispatch = useAppDispatch();
  const { mark: chosen } = chalkHand.use('mark');
  const [isCutting, setCutting] = useState(false);
  const name = nameOfMark(mark);
  const cut = (): void => {
    setCutting(true);
    cutCircle(mark)
      .catch((error: unknown) =>
        dispatch(looked({ problem: error instanceof Error ? error.message : 'This could not be cut.' })),
      )
      .finally(() => setCutting(false));
  };
  return (
    <li
      className={`flex flex-col gap-1 border-b border-rule pb-1 ${chosen === mark.id ? 'border-l-2 border-l-iron pl-2' : ''}`}
      onPointerEnter={() => chalkHand.set({ mark: mark.id })}
      onPointerLeave={() => chalkHand.set({ mark: null })}
    >
      <div className="flex items-center gap-2">
        <input
          type="checkbox"
          className="accent-iron"
          aria-label={`${name} is done`}
          checked={mark.done}
          disabled={!mayChange}
          onChange={({ target }) =>
            editing.commit(
              target.checked ? 'Strike a mark off' : 'Take a mark up again',
              changeMark(mark.id, { done: target.checked }),
            )
          }
        />
        <span className={`shrink-0 text-faint ${mark.done ? 'line-through' : ''}`}>{kindNames[mark.kind]}</span>
        <KeptText
          label={`Text of ${name}`}
          value={mark.text}
          className={`field min-w-0 grow border-transparent hover:border-rule ${mark.done ? 'line-through' : ''}`}
          maxLength={500}
          disabled={!mayChange}
          keep={(text) => editing.commit('Write on a mark', changeMark(mark.id, { text }))}
        />
        <button
          className="quiet-button whitespace-nowrap"
          disabled={!mayChange}
          aria-label={`Wipe ${name} off`}
          onClick={() => editing.commit('Wipe a mark off', removeMark(mark.id))}
        >
          Wipe off
        </button>
      </div>
      <div className="flex flex-wrap items-center gap-2 pl-6 empty:hidden">
        {mark.kind === 'circle' && !mark.done && (
          <button className="plain-button" disabled={!mayChange || isCutting} onClick={cut}>
            {isCutting ? 'Cutting' : 'Cut what is circled'}
          </button>
        )}
        {mark.kind === 'keep' && (
          <span>
            within{' '}
            <EditedValue
              label={`Reach of ${name}`}
              value={mark.radius}
              unit="px"
              min={1}
              max={20000}
              edit={(radius) => changeMark(mark.id, { radius })}
            />
          </span>
        )}
        {mark.line !== null && (
          <button className="quiet-button" onClick={() => openLine(mark.line)}>
            for line {mark.line}
          </button>
        )}
      </div>
    </li>
  );
}

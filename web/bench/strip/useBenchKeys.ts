import { store } from '../../store';
import type { Bench } from '../benchContext';
import { looked } from '../benchState';
import { editing } from '../editing';
import { passesOfLine, ticketLines } from '../passes';
import { putChalkAway, toggleChalk, togglePlan } from '../passes/chalk/hand';
import { toggleWipe } from './wipe';
import { useHeldLine } from './useHeldLine';
import { foldGauges } from '../gauges/foldGauges';
import { focusSheet } from '../view/focusSheet';
import { benchKeys, lineKey } from '../keys/entries';
import { useKeys, type KeyBinding } from '../keys/useKeys';

const look = (change: Parameters<typeof looked>[0]): void => void store.dispatch(looked(change));

/** Keys that work anywhere on the bench. Those of a tool belong to the tool. */
export function useBenchKeys(bench: Bench, openKeys: () => void): void {
  const held = useHeldLine();
  const opensLines = ticketLines.map(({ line, title }): KeyBinding => [
    lineKey(line, title),
    {
      down: ({ repeat }) => {
        if (repeat) return;
        bench.openLine(line);
        held.down(line);
      },
      up: held.up,
    },
  ]);
  useKeys([
    ...opensLines,
    [benchKeys.undo, { down: () => void editing.step('undo') }],
    [benchKeys.redo, { down: () => void editing.step('redo') }],
    [benchKeys.fold, { down: () => fold(bench) }],
    [benchKeys.before, { down: () => look({ before: true }), up: () => look({ before: false }) }],
    [benchKeys.wipe, { down: () => toggleWipe(bench) }],
    [benchKeys.halfStrength, { down: () => look({ halfStrength: !store.getState().bench.halfStrength }) }],
    [benchKeys.chalk, { down: toggleChalk }],
    [benchKeys.plan, { down: togglePlan }],
    [benchKeys.next, { down: () => chooseNext(bench) }],
    [benchKeys.gauges, { down: foldGauges }],
    [benchKeys.help, { down: openKeys }],
  ]);
}

/** A tool in the hand is put away first; then the line is folded. */
function fold({ line, openLine }: Bench): void {
  // Chalk is held on whichever line.
  const isPutAway = putChalkAway() || passesOfLine(line).some(({ putAway }) => putAway?.() === true);
  if (!isPutAway) openLine(null);
  // What had the focus may have been folded away.
  setTimeout(focusSheet);
}

function chooseNext({ piece, lettering }: Bench): void {
  const ids = piece.letterings.map(({ id }) => id);
  if (ids.length > 0) look({ lettering: ids[(ids.indexOf(lettering?.id ?? '') + 1) % ids.length] });
}

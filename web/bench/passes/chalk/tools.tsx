import { PencilLine } from 'lucide-react';
import { markKinds } from '../../../../core/passes/chalk/schema';
import { changeMark } from '../../../../core/piece/edits/chalk';
import { KeptText } from '../../../ui/KeptText';
import { editing } from '../../editing';
import { focusSheet } from '../../view/focusSheet';
import { Tip } from '../../../ui/Tip';
import { useBench } from '../../benchContext';
import { chalkHand, toggleChalk } from './hand';
import { kindNames } from './names';

const hints = {
  circle: 'Drag around something: a circle can become a cut by one press.',
  arrow: 'Drag towards what is meant.',
  line: 'Draw freely.',
  note: 'Click where it belongs, then type.',
  keep: 'Drag from the middle outwards: what lies in it must stay visible.',
} as const;

/** Takes the chalk, on whichever line. */
export function ChalkButton() {
  const { mayChange } = useBench();
  const isHeld = chalkHand.use('tool').tool !== null;
  return (
    <Tip text={isHeld ? 'Put the chalk away: C' : 'Chalk, to draw the plan on any line: C'}>
      <button
        className="quiet-button flex items-center gap-1"
        aria-pressed={isHeld}
        disabled={!mayChange}
        onClick={toggleChalk}
      >
        <PencilLine size={14} aria-hidden /> Chalk
      </button>
    </Tip>
  );
}

/** What is written on the mark that was drawn last, or is pointed at. */
function Writing() {
  const { piece, mayChange } = useBench();
  const { mark: chosen, tool } = chalkHand.use('mark', 'tool');
  const mark = piece.chalk.find(({ id }) => id === chosen);
  if (!mark) return <span className="min-w-0 truncate text-faint">{tool && hints[tool]}</span>;
  return (
    <label className="flex min-w-0 items-center gap-1">
      <span className="text-faint">{kindNames[mark.kind]}:</span>
      <KeptText
        key={mark.id}
        label="Text of the mark"
        value={mark.text}
        className="field w-56 min-w-0"
        maxLength={500}
        disabled={!mayChange}
        keep={(text) => editing.commit('Write on a mark', changeMark(mark.id, { text }))}
        onEnter={() => focusSheet()}
      />
    </label>
  );
}

/** What can be drawn. */
export function ChalkTools() {
  const { tool } = chalkHand.use('tool');
  return (
    <>
      {markKinds.map((kind) => (
        <button
          key={kind}
          className="plain-button"
          aria-pressed={tool === kind}
          onClick={() => chalkHand.set({ tool: kind })}
        >
          {kindNames[kind]}
        </button>
      ))}
      <Writing />
    </>
  );
}

import { X } from 'lucide-react';
import { useState } from 'react';
import type { Grade } from '../../../../core/passes/grade/schema';
import { clearGrade } from '../../../../core/piece/edits/grades';
import { changeItem, removeItem } from '../../../../core/piece/edits/items';
import { KeptText } from '../../../ui/KeptText';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { MatchPress } from './MatchPress';
import { changesOf, gradeParts, isSet, partNames, type GradePartName } from './parts';
import type { PartProps } from './parts/part';
import { ReachSentence } from './ReachSentence';

/** One grade: what it reaches, and what it does there. */
export function GradeCard({ grade, number }: { grade: Grade; number: number }) {
  const { mayChange } = useBench();
  // What is brought to nothing while it is dragged is still there to be dragged back.
  const [opened, setOpened] = useState<readonly GradePartName[]>([]);
  const name = `grade ${number}`;
  const set = (change: Partial<Grade>) => changeItem('grades', grade.id, change);
  const there = partNames.filter((part) => isSet(grade, part) || opened.includes(part));
  return (
    <section aria-label={`Grade ${number}`} data-testid="grade" className={grade.shown ? '' : 'opacity-60'}>
      <div className="flex items-center gap-1">
        <KeptText
          key={grade.name}
          label={`Name of ${name}`}
          value={grade.name || changesOf(grade)}
          className="min-w-0 grow truncate rounded-sheet border border-transparent bg-transparent font-semibold hover:border-rule focus:bg-white"
          maxLength={80}
          disabled={!mayChange}
          keep={(typed) => void editing.commit('Name a grade', set({ name: typed }))}
        />
        <button
          className="quiet-button whitespace-nowrap"
          aria-pressed={!grade.shown}
          disabled={!mayChange}
          onClick={() => editing.commit(grade.shown ? 'Hide a grade' : 'Show a grade', set({ shown: !grade.shown }))}
        >
          {grade.shown ? 'Hide' : 'Show again'}
        </button>
        <button
          className="quiet-button px-0.5"
          aria-label={`Remove ${name}`}
          title="Remove"
          disabled={!mayChange}
          onClick={() => editing.commit('Remove a grade', removeItem(grade.id))}
        >
          <X size={14} aria-hidden />
        </button>
      </div>
      <ReachSentence grade={grade} name={name} />
      {there.map((part) => (
        <PartRow
          key={part}
          part={part}
          grade={grade}
          name={name}
          set={set}
          remove={() => {
            setOpened(opened.filter((one) => one !== part));
            void editing.commit(
              `Remove: ${gradeParts[part].title.toLowerCase()}`,
              clearGrade(grade.id, gradeParts[part].fields),
            );
          }}
        />
      ))}
      <MatchPress grade={grade} set={set} />
      <div className="flex flex-wrap items-center justify-between gap-2">
        <AddPart
          grade={grade}
          name={name}
          without={there}
          onAdd={(part, change) => {
            setOpened([...opened, part]);
            void editing.commit(`Add: ${gradeParts[part].title.toLowerCase()}`, set(change));
          }}
        />
        <span>
          at{' '}
          <EditedValue
            label={`Strength of ${name}`}
            value={grade.strength}
            factor={100}
            unit="%"
            min={0}
            max={100}
            edit={(strength) => set({ strength })}
          />
        </span>
      </div>
    </section>
  );
}

function PartRow({ part, remove, ...props }: PartProps & { part: GradePartName; remove(): void }) {
  const { mayChange } = useBench();
  const { title, Sentence } = gradeParts[part];
  return (
    <div className="flex items-start gap-1" role="group" aria-label={title}>
      <div className="min-w-0 grow">
        <Sentence {...props} />
      </div>
      <button
        className="quiet-button mt-1 px-0.5"
        aria-label={`Remove ${title.toLowerCase()} from ${props.name}`}
        title={`Remove: ${title.toLowerCase()}`}
        disabled={!mayChange}
        onClick={remove}
      >
        <X size={12} aria-hidden />
      </button>
    </div>
  );
}

interface AddPartProps {
  grade: Grade;
  name: string;
  /** What is there already. */
  without: readonly GradePartName[];
  onAdd(part: GradePartName, change: Partial<Grade>): void;
}

/** What else the grade can do. */
function AddPart({ grade, name, without, onAdd }: AddPartProps) {
  const { piece, mayChange } = useBench();
  const isLetters = grade.reach.area === 'letters';
  const left = partNames.filter(
    (part) => part !== 'match' && !without.includes(part) && !(isLetters && 'isOfNeighbours' in gradeParts[part]),
  );
  return (
    <select
      className="field py-0.5"
      aria-label={`Add to ${name}`}
      disabled={!mayChange || left.length === 0}
      value=""
      onChange={({ target: { value } }) => {
        const part = value as GradePartName;
        onAdd(part, gradeParts[part].first(piece.sheet.width));
      }}
    >
      <option value="">Add to it</option>
      {left.map((part) => (
        <option key={part} value={part}>
          {gradeParts[part].title}
        </option>
      ))}
    </select>
  );
}

import type { ReactNode } from 'react';
import type { Edit } from '../../core/piece/edits/edit';
import { useBench } from './benchContext';
import { editing } from './editing';

interface OptionalPartProps {
  name: string;
  /** The part as it is; null where there is none. */
  part: { shown: boolean } | null;
  /** Adds it, or takes it away. */
  switched(isOn: boolean): Edit;
  /** Hides it for a look, or shows it again. */
  hidden(shown: boolean): Edit;
  children: ReactNode;
}

/** Something that words may have: there or not, shown or hidden, and its sentences. */
export function OptionalPart({ name, part, switched, hidden, children }: OptionalPartProps) {
  const { mayChange } = useBench();
  const lower = name.toLowerCase();
  return (
    <section aria-label={name}>
      <div className="flex items-center justify-between gap-2">
        <label className="flex h-7 items-center gap-2">
          <input
            type="checkbox"
            disabled={!mayChange}
            checked={part !== null}
            onChange={({ target: { checked } }) =>
              editing.commit(checked ? `Add ${lower}` : `Remove ${lower}`, switched(checked))
            }
          />
          {name}
        </label>
        {part && (
          <button
            className="quiet-button"
            disabled={!mayChange}
            aria-pressed={!part.shown}
            onClick={() => editing.commit(part.shown ? `Hide ${lower}` : `Show ${lower}`, hidden(!part.shown))}
          >
            {part.shown ? 'Hide for a look' : 'Show again'}
          </button>
        )}
      </div>
      {part && children}
    </section>
  );
}

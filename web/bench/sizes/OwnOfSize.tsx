import { followAgain, isOwn, type OwnLine } from '../../../core/sizes/edits';
import { useBench } from '../benchContext';
import { editing } from '../editing';

const what: Record<OwnLine, string> = { 0: 'photographs’ places', 1: 'lines and lockup', 2: 'stance' };

/** Marks a line of the ticket where the size on the bench has something of its own, with the way back. */
export function OwnOfSize({ line }: { line: number }) {
  const { size, lettering, mayChange } = useBench();
  if (!size || line > 2) return null;
  const own = line as OwnLine;
  if (!isOwn(size, own, lettering?.id ?? null)) return null;
  return (
    <p className="mt-1 flex flex-wrap items-center gap-x-2 border-l-2 border-iron pl-2" data-testid="own-of-size">
      <span>
        Own {what[own]} in <b>{size.name}</b>
      </span>
      <button
        className="quiet-button"
        disabled={!mayChange}
        onClick={() =>
          editing.commit(
            `Follow the first sheet in ${size.name}`,
            followAgain(size.id, own, line === 0 ? null : (lettering?.id ?? null)),
          )
        }
      >
        Follow the first sheet
      </button>
    </p>
  );
}

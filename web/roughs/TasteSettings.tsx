import { useState } from 'react';
import { forgetTaste, isLearning, keptTaste } from './taste';

/** Whether the next roughs mind what was taken before: kept in this browser, and forgotten when asked. */
export function TasteSettings() {
  const [learns, setLearns] = useState(isLearning.kept);
  const [isEmpty, setEmpty] = useState(() => Object.keys(keptTaste()).length === 0);
  return (
    <div className="flex flex-wrap items-center gap-3 text-faint">
      <label className="flex min-h-7 items-center gap-1.5">
        <input
          type="checkbox"
          checked={learns}
          onChange={(event) => {
            isLearning.kept = event.target.checked;
            setLearns(event.target.checked);
          }}
        />
        Learn from what I take, in this browser only
      </label>
      {!isEmpty && (
        <button
          className="quiet-button"
          onClick={() => {
            forgetTaste();
            setEmpty(true);
          }}
        >
          Forget what was learned
        </button>
      )}
    </div>
  );
}

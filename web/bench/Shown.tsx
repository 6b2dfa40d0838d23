import type { Edit } from '../../core/piece/edits/edit';
import { useBench } from './benchContext';
import { editing } from './editing';

/** Switches something off for a look, and on again. */
export function Shown({ label, isShown, edit }: { label: string; isShown: boolean; edit(shown: boolean): Edit }) {
  const { mayChange } = useBench();
  return (
    <label className="flex h-7 items-center gap-2">
      <input
        type="checkbox"
        disabled={!mayChange}
        checked={isShown}
        onChange={({ target: { checked } }) =>
          editing.commit(checked ? `Show: ${label}` : `Hide: ${label}`, edit(checked))
        }
      />
      {label}
    </label>
  );
}

import type { Edit } from '../../core/piece/edits/edit';
import { Quantity } from '../ui/Quantity';
import { useBench } from './benchContext';
import { editing } from './editing';

interface EditedValueProps {
  label: string;
  value: number;
  /** What setting it to a value changes. */
  edit(value: number): Edit;
  /** How many of the shown units one of the document's is. */
  factor?: number;
  /** What history calls the change; made from the label when left out. */
  undoLabel?: string;
  unit?: string;
  step?: number;
  digits?: number;
  /** In shown units. */
  min?: number;
  max?: number;
}

/** A value of the piece as a field in a sentence: drafted while it is scrubbed, kept when it is let go. */
export function EditedValue({
  label,
  value,
  edit,
  factor = 1,
  undoLabel = `Set the ${label.toLowerCase()}`,
  ...rest
}: EditedValueProps) {
  const { mayChange, lettering } = useBench();
  const to = (shown: number): Edit => edit(shown / factor);
  return (
    <Quantity
      {...rest}
      label={label}
      value={value * factor}
      disabled={!mayChange}
      onDraft={(shown) => editing.draft(to(shown))}
      onCommit={(shown) => editing.commit(undoLabel, to(shown))}
      onStep={(shown) => editing.soon(undoLabel, `${lettering?.id ?? ''}-${undoLabel}`, label, to(shown))}
    />
  );
}

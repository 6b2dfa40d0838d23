import { TriangleAlert } from 'lucide-react';
import type { KeyboardEvent } from 'react';

interface CellFieldProps {
  label: string;
  column: string;
  value: string;
  /** What is wrong with it, as sentences. */
  problem: string | null;
  onChange(value: string): void;
}

/** A value of a row. Enter keeps it and goes to the next row, with Shift to the one before; Escape takes it back. */
export function CellField({ label, column, value, problem, onChange }: CellFieldProps) {
  const key = (event: KeyboardEvent<HTMLInputElement>): void => {
    const { currentTarget: field } = event;
    if (event.key === 'Escape') {
      field.value = value;
      field.blur();
    }
    if (event.key !== 'Enter') return;
    event.preventDefault();
    const fields = [...document.querySelectorAll<HTMLInputElement>(`[data-column="${CSS.escape(column)}"]`)];
    const next = fields[fields.indexOf(field) + (event.shiftKey ? -1 : 1)];
    field.blur();
    next?.focus();
  };
  return (
    <span className="flex items-center gap-1">
      <input
        className={`field min-w-0 grow border-transparent bg-transparent focus:border-iron focus:bg-white ${problem ? 'border-b-iron' : ''}`}
        aria-label={label}
        aria-invalid={problem !== null}
        title={problem ?? value}
        data-column={column}
        dir="auto"
        maxLength={5000}
        defaultValue={value}
        onFocus={(event) => event.target.select()}
        onKeyDown={key}
        onBlur={(event) => onChange(event.target.value.trim())}
      />
      {problem && (
        <span title={problem}>
          <TriangleAlert size={14} className="text-iron" aria-label={problem} />
        </span>
      )}
    </span>
  );
}

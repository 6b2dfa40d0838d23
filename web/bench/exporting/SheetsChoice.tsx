import { useBench } from '../benchContext';

interface SheetsChoiceProps {
  /** Ids of sizes; null for the first sheet. */
  chosen: readonly (string | null)[];
  onChoose(chosen: readonly (string | null)[]): void;
}

/** Which sheets of the piece leave: at least one. */
export function SheetsChoice({ chosen, onChoose }: SheetsChoiceProps) {
  const { whole } = useBench();
  const all = [{ id: null, name: 'First sheet' }, ...whole.sizes];
  const turn = (id: string | null): void => {
    const next = all.map((one) => one.id).filter((one) => (one === id) !== chosen.includes(one));
    if (next.length > 0) onChoose(next);
  };
  return (
    <div role="group" aria-label="Sheets" className="flex flex-wrap items-center gap-2">
      <span className="label w-10">Of</span>
      {all.map(({ id, name }) => (
        <button
          key={id ?? 'first'}
          className="plain-button"
          aria-pressed={chosen.includes(id)}
          onClick={() => turn(id)}
        >
          {name}
        </button>
      ))}
    </div>
  );
}

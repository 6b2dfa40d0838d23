import { roughPicture, type RoughSummary } from '../api/roughs';

interface RoughCardProps {
  roughs: string;
  rough: RoughSummary;
  isChosen: boolean;
  onPoint(): void;
  onChoose(): void;
}

/** One rough, small: pointing at it shows it large, choosing it keeps it there. */
export function RoughCard({ roughs, rough, isChosen, onPoint, onChoose }: RoughCardProps) {
  return (
    <li>
      <button
        className={`block w-full rounded-sheet border bg-white p-1 text-left hover:border-iron ${isChosen ? 'border-iron' : 'border-rule'}`}
        aria-pressed={isChosen}
        data-testid="rough"
        onPointerEnter={onPoint}
        onFocus={onPoint}
        onClick={onChoose}
      >
        <img
          src={roughPicture(roughs, rough.id)}
          alt={`${rough.title}. ${rough.says.join(' ')}`}
          className="h-28 w-full bg-mat object-contain"
        />
        <span className="block px-1 pt-1">{rough.title}</span>
      </button>
    </li>
  );
}

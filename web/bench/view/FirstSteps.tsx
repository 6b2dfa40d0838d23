import { Check, X } from 'lucide-react';
import type { Piece } from '../../../core/piece/schema';
import { keptChoice } from '../../ui/kept';
import { useState } from 'react';
import { useBench } from '../benchContext';

/** Whether somebody has put the first steps away for good. */
const shown = keptChoice('inky-veil-first-steps', () => true);

/** Fraction of the sheet. */
const nearMiddle = 0.03;

interface FirstStep {
  title: string;
  line: number;
  isDone: boolean;
}

/** What a new piece is led through: each step goes away as it is done. */
export function firstSteps({ letterings, veils, plates, sheet }: Piece): FirstStep[] {
  // Words that are typed come to stand about the middle by themselves.
  const isOff = (at: number, room: number): boolean => Math.abs(at - room / 2) > room * nearMiddle;
  const isPlaced = letterings.some(
    ({ stance }) =>
      isOff(stance.x, sheet.width) ||
      isOff(stance.y, sheet.height) ||
      stance.scale !== 1 ||
      stance.rotation !== 0 ||
      stance.keeping !== null ||
      stance.perspective !== null,
  );
  return [
    {
      title: 'Type the words',
      line: 1,
      isDone: letterings.some(({ words }) => words.text.trim() !== '' || words.shape !== null),
    },
    { title: 'Place them', line: 2, isDone: isPlaced },
    plates.length > 0
      ? { title: 'Cut what stands in front', line: 3, isDone: veils.some(({ cuts }) => cuts.length > 0) }
      : { title: 'Lay them on a photograph', line: 0, isDone: false },
  ];
}

/** Three marks on the mat of a new piece, until they are done or put away. */
export function FirstSteps() {
  const { piece, openLine, mayChange } = useBench();
  const [isShown, setShown] = useState(shown.kept);
  const steps = firstSteps(piece);
  if (!isShown || !mayChange || steps.every(({ isDone }) => isDone)) return null;
  const next = steps.find(({ isDone }) => !isDone);
  return (
    <ol
      aria-label="First steps"
      className="absolute bottom-1 left-1 flex items-center gap-1 rounded-sheet border border-rule bg-card px-1"
    >
      {steps.map(({ title, line, isDone }, i) => (
        <li key={title}>
          {isDone ? (
            <span className="flex items-center gap-1 px-1 text-verdigris">
              <Check size={14} aria-hidden /> {title}
            </span>
          ) : (
            <button
              className={`quiet-button ${next?.title === title ? 'font-semibold text-iron' : ''}`}
              title={`Opens line ${line}`}
              onClick={() => openLine(line)}
            >
              {i + 1} {title}
            </button>
          )}
        </li>
      ))}
      <li>
        <button
          className="quiet-button"
          aria-label="Put the first steps away"
          title="Put the first steps away, for all pieces"
          onClick={() => {
            shown.kept = false;
            setShown(false);
          }}
        >
          <X size={14} aria-hidden />
        </button>
      </li>
    </ol>
  );
}

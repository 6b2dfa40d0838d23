import { useEffect, useRef } from 'react';
import type { Legible } from '../../../core/arranging/propose';
import type { WantedSize } from '../../../core/arranging/candidates';
import type { PieceSize } from '../../../core/piece/sizeSchema';
import { Problem } from '../../ui/Problem';
import { useBench } from '../benchContext';
import { figuresOf } from './figures';
import { SizePicture } from './SizePicture';
import { useProposals } from './useProposals';

interface ProposalsProps {
  wanted: WantedSize;
  /** What can be read of the first sheet; null while that is not known. */
  first: Legible | null;
  /** What is said on the button below each. */
  press: string;
  onTake(size: PieceSize): void;
  onCancel(): void;
  /** Adds it with nothing but the photographs, where words cannot be held; null where that is not offered. */
  onBare: (() => void) | null;
}

/** Three arrangements of the design for a size, to choose from. */
export function Proposals({ wanted, first, press, onTake, onCancel, onBare }: ProposalsProps) {
  const { whole, mayChange } = useBench();
  const { proposals, isDone, problem } = useProposals(whole, wanted, first);
  const own = useRef<HTMLElement>(null);
  const isShown = proposals.length > 0;
  // The arrangements come below what is there already.
  useEffect(() => {
    if (isShown) own.current?.scrollIntoView({ block: 'nearest' });
  }, [isShown]);
  return (
    <section ref={own} aria-label={`Arrangements for ${wanted.name}`} className="flex flex-col gap-2">
      {problem && (
        <>
          <Problem>{problem}</Problem>
          {onBare && (
            <button className="plain-button self-start" disabled={!mayChange} onClick={onBare}>
              Add it without words
            </button>
          )}
        </>
      )}
      {!isDone && (
        <p className="text-faint" role="status">
          {isShown ? 'Measuring what can be read' : 'Looking for arrangements'}
        </p>
      )}
      {isShown && (
        <ol className="grid grid-cols-3 gap-3 max-[700px]:grid-cols-1">
          {proposals.map(({ size, says, isAsLegible, height, seeing }, i) => (
            <li
              key={i}
              className="flex flex-col gap-1 rounded-sheet border border-rule bg-card p-2"
              data-proposal={i + 1}
            >
              <SizePicture
                label={`Arrangement ${i + 1}: ${says}`}
                width={size.width}
                height={size.height}
                seeing={seeing}
                safe={size.safe}
              />
              <span>{capital(says)}.</span>
              <Figures legible={seeing.legible} isAsLegible={isAsLegible} height={height} />
              <button
                className={`${i === 0 ? 'strong-button' : 'plain-button'} mt-auto self-start`}
                disabled={!mayChange}
                onClick={() => onTake(size)}
              >
                {press}
              </button>
            </li>
          ))}
        </ol>
      )}
      <button className="quiet-button self-start" onClick={onCancel}>
        {isDone ? 'None of these' : 'Cancel'}
      </button>
    </section>
  );
}

interface FiguresProps {
  legible: Legible | null;
  isAsLegible: boolean | null;
  height: number | null;
}

/** What can be read of an arrangement, once that is measured. */
function Figures({ legible, isAsLegible, height }: FiguresProps) {
  if (!legible) return <span className="text-faint">Being measured</span>;
  return (
    <span className={isAsLegible === false ? 'text-ochre' : 'text-faint'}>
      {capital(figuresOf(legible, height))}
      {isAsLegible === false ? ': less legible than the first sheet.' : '.'}
    </span>
  );
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

import { useState } from 'react';
import { Link } from 'react-router';
import { lengthLabel } from '../../../core/piece/lengths';
import type { Legible } from '../../../core/arranging/propose';
import { wordsOf } from '../../../core/piece/words';
import type { PieceSize } from '../../../core/piece/sizeSchema';
import { arrangeAnew, changeSize, removeSize } from '../../../core/sizes/edits';
import { ownSays } from '../../../core/sizes/says';
import { keepOn } from '../keepPoints';
import { roughsAddress } from '../../api/roughs';
import { KeptText } from '../../ui/KeptText';
import { useBench } from '../benchContext';
import { editing } from '../editing';
import { figuresOf } from './figures';
import { Proposals } from './Proposals';
import { SizePicture } from './SizePicture';
import { standingProblems } from './standing';
import type { Seeing } from './useSeenSizes';

interface SizeCardProps {
  /** Null for the first sheet. */
  size: PieceSize | null;
  seeing: Seeing | undefined;
  /** What can be read of the first sheet; null while that is not known. */
  first: Legible | null;
  isOnBench: boolean;
  onWorkOn(): void;
}

/** One sheet of the piece: how it looks, what is its own, and what can be done with it. */
export function SizeCard({ size, seeing, first, isOnBench, onWorkOn }: SizeCardProps) {
  const { whole, materials, lettersOf, mayChange } = useBench();
  const [asking, setAsking] = useState<'remove' | 'arrange' | null>(null);
  const { width, height, ppi } = size ?? whole.sheet;
  const name = size?.name ?? 'First sheet';
  const [plate] = whole.plates;
  const sha256 = plate && wordsOf(whole.letterings) !== '' ? whole.assets[plate.asset].sha256 : undefined;
  const keep = sha256 ? keepOn(whole, plate, materials) : [];
  const own = size ? ownSays(whole, size) : [];
  const problems = standingProblems(whole, size, lettersOf);
  return (
    <li
      className={`flex flex-col gap-1 rounded-sheet border bg-card p-2 ${isOnBench ? 'border-iron' : 'border-rule'} ${asking === 'arrange' ? 'col-span-full' : ''}`}
      data-size={name}
    >
      {asking === 'arrange' && size ? (
        <Proposals
          wanted={size}
          first={first}
          press="Take this one"
          onTake={(next) => {
            if (editing.commit(`Arrange ${name} anew`, arrangeAnew(size.id, next))) setAsking(null);
          }}
          onCancel={() => setAsking(null)}
          onBare={null}
        />
      ) : (
        <SizePicture label={`The piece as ${name}`} width={width} height={height} seeing={seeing} safe={size?.safe} />
      )}
      {size ? (
        <KeptText
          label={`Name of the size ${name}`}
          value={name}
          className="field min-w-0 border-transparent font-semibold hover:border-rule"
          maxLength={80}
          disabled={!mayChange}
          keep={(next) => next !== '' && void editing.commit('Rename a size', changeSize(size.id, { name: next }))}
        />
      ) : (
        <b className="px-1">{name}</b>
      )}
      <span className="text-faint">
        {width} × {height} px, {lengthLabel(width, 'mm', ppi)} wide at {ppi} ppi
      </span>
      {seeing?.legible && <span className="text-faint">{figuresOf(seeing.legible, null)}</span>}
      {size && (
        <span className={own.length > 0 ? '' : 'text-faint'}>
          {own.length > 0 ? `Its own: ${own.join(', ')}.` : 'Follows the first sheet, cropped.'}
        </span>
      )}
      {problems.map((one) => (
        <span key={one} className="text-ochre">
          {one}
        </span>
      ))}
      {asking === 'remove' && size ? (
        <p className="mt-auto flex flex-wrap items-center gap-1">
          <span>Remove this size?</span>
          <button
            className="plain-button"
            onClick={() => editing.commit(`Remove the size ${name}`, removeSize(size.id))}
          >
            Remove
          </button>
          <button className="quiet-button" onClick={() => setAsking(null)}>
            Keep
          </button>
        </p>
      ) : (
        <div className="mt-auto flex flex-wrap gap-1">
          <button className="plain-button" aria-pressed={isOnBench} onClick={onWorkOn}>
            {isOnBench ? 'On the bench' : 'Work on it'}
          </button>
          {sha256 && (
            <Link
              className="quiet-button"
              title="Ways to set these words into a sheet of this shape; each opens as a piece of its own"
              to={roughsAddress(sha256, wordsOf(whole.letterings), { width, height }, keep)}
            >
              Show roughs
            </Link>
          )}
          {size && (
            <>
              <button className="quiet-button" disabled={!mayChange} onClick={() => setAsking('arrange')}>
                Arrange anew
              </button>
              <button className="quiet-button" disabled={!mayChange} onClick={() => setAsking('remove')}>
                Remove
              </button>
            </>
          )}
        </div>
      )}
    </li>
  );
}

import { useState } from 'react';
import type { StoredAsset } from '../api/files';
import { FileDrop, PlateChooser, useArrival } from '../plates/PlateChooser';
import { Choice } from '../ui/Choice';
import { shapes } from './order';

interface AskingProps {
  plate: StoredAsset | null;
  words: string;
  /** As it stands in the address: "4x5"; empty for the photograph's. */
  shape: string;
  /** So many places of the photograph stay free. */
  kept: number;
  isBusy: boolean;
  /** Whoever may only look begins nothing. */
  mayShow: boolean;
  onPlate(plate: StoredAsset): void;
  onWords(words: string): void;
  onShape(shape: string): void;
  onFree(): void;
  onShow(): void;
}

/** The shapes that are offered, and the one that is asked for. */
const shapesWith = (own: string): Readonly<Record<string, string>> =>
  own in shapes ? shapes : { ...shapes, [own]: own.replace('x', ' × ') };

/** The photograph and the words that roughs are wanted for. */
export function Asking(props: AskingProps) {
  const { plate, words, shape, kept, isBusy, mayShow, onPlate, onWords, onShape, onFree, onShow } = props;
  const [choosing, setChoosing] = useState(false);
  const arrival = useArrival(onPlate);
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        onShow();
      }}
    >
      <div className="flex flex-wrap items-stretch gap-3">
        {plate && (
          <img
            src={`/api/assets/${plate.sha256}/thumbnail`}
            alt={plate.name}
            className="h-20 max-w-40 rounded-sheet border border-rule object-cover"
          />
        )}
        <div className="flex min-w-60 grow flex-col gap-2">
          <textarea
            className="field resize-none"
            rows={2}
            aria-label="Words"
            placeholder="The words; a new line where one must begin"
            maxLength={400}
            value={words}
            onChange={(event) => onWords(event.target.value)}
            onKeyDown={(event) => {
              if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return;
              event.preventDefault();
              onShow();
            }}
          />
          <div className="flex flex-wrap items-center gap-2">
            <button type="button" className="plain-button" onClick={() => setChoosing(true)}>
              {plate ? 'Another photograph' : 'Choose a photograph'}
            </button>
            {plate && (
              <span className="truncate text-faint">
                {plate.name}, {plate.width} × {plate.height} px
              </span>
            )}
            {kept > 0 && (
              <button type="button" className="quiet-button" title="Letters may cover them again" onClick={onFree}>
                {kept === 1 ? 'A keep point stays free' : `${kept} keep points stay free`} ×
              </button>
            )}
            <span className="grow" />
            <label className="flex items-center gap-1.5 text-faint">
              Sheet
              <Choice label="Shape of the sheet" value={shape} options={shapesWith(shape)} onChoose={onShape} />
            </label>
            {mayShow && (
              <button className="strong-button" disabled={isBusy || !plate || words.trim() === ''}>
                Show roughs
              </button>
            )}
          </div>
        </div>
      </div>
      {!plate && mayShow && <FileDrop arrival={arrival} />}
      <PlateChooser
        open={choosing}
        onClose={() => setChoosing(false)}
        onChoose={(asset) => {
          setChoosing(false);
          onPlate(asset);
        }}
      />
    </form>
  );
}

import { useMemo } from 'react';
import { finestOf, type Finest } from '../../../core/formats/finest';
import type { Materials } from '../../../core/graph/materials';
import type { Piece } from '../../../core/piece/schema';
import { fileFormats, formatNames, isPictureFormat } from '../../../core/formats/formats';
import { purposes } from '../../../core/formats/purposes';
import { largestChoke, printed, separated, underbased, type FileSettings } from '../../../core/formats/settings';
import { presses, pressNames, type PressName } from '../../../core/press/presses';
import { warningsOf } from '../../../core/formats/warnings';
import { isOpaque } from '../../../core/formats/opaque';
import { Choice } from '../../ui/Choice';
import { Quantity } from '../../ui/Quantity';
import { useBench } from '../benchContext';

/** What is finest; null while faces are still on their way. */
function finestIn(piece: Piece, materials: Materials | null): Finest | null {
  try {
    return materials && finestOf(piece, materials);
  } catch {
    return null;
  }
}

interface ChoicesProps {
  choice: FileSettings;
  onChoose(change: Partial<FileSettings>): void;
}

/** What a file is for or which kind it is, its depth or quality, and its size on paper. */
export function ExportChoices({ choice, onChoose }: ChoicesProps) {
  const { format, bits, quality } = choice;
  const { name, purpose, bits: known, hasQuality } = fileFormats[format];
  const { piece, materials, measures } = useBench();
  const finest = useMemo(() => finestIn(piece, materials), [piece, materials]);
  const sizeOf = (sha256: string): { width: number; height: number } | null => {
    const key = Object.entries(piece.assets).find(([, asset]) => asset.sha256 === sha256)?.[0];
    return (key && materials?.picture(key)) || null;
  };
  return (
    <>
      <div role="group" aria-label="What it is for" className="flex flex-wrap items-center gap-2">
        <span className="label w-10">For</span>
        {purposes.map(({ name: of, settings }) => (
          <button key={of} className="plain-button" onClick={() => onChoose(settings)}>
            {of}
          </button>
        ))}
      </div>
      <div role="group" aria-label="Kind of file" className="flex flex-wrap items-center gap-2">
        <span className="label w-10">As</span>
        {formatNames.map((one) => (
          <button
            key={one}
            className="plain-button"
            aria-pressed={format === one}
            title={fileFormats[one].purpose}
            onClick={() => onChoose({ format: one })}
          >
            {fileFormats[one].name}
          </button>
        ))}
      </div>
      <p>
        {name}: {purpose}.{' '}
        {known.length > 1 && (
          <span className="inline-flex gap-2">
            {known.map((one) => (
              <button
                key={one}
                className="plain-button"
                aria-pressed={bits === one}
                onClick={() => onChoose({ bits: one })}
              >
                {one} bits
              </button>
            ))}
          </span>
        )}
        {isPictureFormat(format) && choice.press === null && (
          <label className="mr-2 inline-flex items-center gap-1">
            in
            <Choice
              label="Colour space"
              value={choice.space ?? 'srgb'}
              options={{ srgb: 'sRGB', 'display-p3': 'Display P3, wider' }}
              onChoose={(space) => onChoose({ space: space === 'srgb' ? undefined : space })}
            />
          </label>
        )}
        {hasQuality && (
          <>
            Quality{' '}
            <Quantity
              label={`${name} quality`}
              value={quality}
              min={1}
              max={100}
              onCommit={(value) => onChoose({ quality: Math.round(value) })}
            />
          </>
        )}
      </p>
      <OnPaper choice={choice} onChoose={onChoose} />
      {!isOpaque(piece) && underbased.includes(format) && choice.press === null && (
        <Underbase choice={choice} onChoose={onChoose} />
      )}
      {warningsOf(piece, choice, sizeOf, { finest, contrast: measures?.ink.contrast }).map((warning) => (
        <p key={warning} className="text-accent">
          {warning}
        </p>
      ))}
    </>
  );
}

/** Size, bleed and marks. */
function OnPaper({ choice: { format, ppi, bleed, marks, press }, onChoose }: ChoicesProps) {
  const { width, height } = useBench().piece.sheet;
  const inches = (px: number): string => (px / ppi).toFixed(2);
  const millimetres = (px: number): string => ((px / ppi) * 25.4).toFixed(1);
  return (
    <p>
      At{' '}
      <Quantity
        label="Pixels per inch"
        value={ppi}
        unit="ppi"
        min={1}
        max={4800}
        onCommit={(value) => onChoose({ ppi: value })}
      />
      , {inches(width)} × {inches(height)} in ({millimetres(width)} × {millimetres(height)} mm) on paper
      {printed.includes(format) ? (
        <>
          , with{' '}
          <Quantity
            label="Bleed"
            value={bleed}
            unit="mm"
            min={0}
            max={50}
            digits={1}
            onCommit={(value) => onChoose({ bleed: value })}
          />{' '}
          bleed.
        </>
      ) : (
        '.'
      )}
      {separated.includes(format) && (
        <label className="ml-2 inline-flex items-center gap-1">
          in the inks of
          <select
            className="field"
            aria-label="Press"
            value={press ?? ''}
            onChange={(event) => onChoose({ press: (event.target.value || null) as PressName | null })}
          >
            <option value="">no press</option>
            {pressNames.map((one) => (
              <option key={one} value={one}>
                {presses[one].name} (simulated)
              </option>
            ))}
          </select>
        </label>
      )}
      {format === 'pdf' && (
        <label className="ml-2 inline-flex items-center gap-1">
          <input type="checkbox" checked={marks} onChange={(event) => onChoose({ marks: event.target.checked })} />
          crop and registration marks
        </label>
      )}
    </p>
  );
}

/** What an underbase is drawn in by where a person says nothing, mm: as much as most presses for cloth are off. */
const usualChoke = 0.3;

/** The white under a picture that is printed on dark cloth, as a file of its own. */
function Underbase({ choice: { underbase }, onChoose }: ChoicesProps) {
  return (
    <p className="flex flex-wrap items-center gap-1">
      <label className="inline-flex items-center gap-1">
        <input
          type="checkbox"
          checked={underbase !== undefined}
          onChange={(event) => onChoose({ underbase: event.target.checked ? { choke: usualChoke } : undefined })}
        />
        and the white under it, for dark cloth, as a second file
        {underbase && ','}
      </label>
      {underbase && (
        <>
          drawn in by{' '}
          <Quantity
            label="Choke of the underbase"
            value={underbase.choke}
            unit="mm"
            step={0.1}
            min={0}
            max={largestChoke}
            digits={2}
            onCommit={(choke) => onChoose({ underbase: { choke } })}
          />
        </>
      )}
    </p>
  );
}

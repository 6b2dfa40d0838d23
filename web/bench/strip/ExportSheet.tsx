import { useState } from 'react';
import { useAppSelector } from '../../store';
import { Problem } from '../../ui/Problem';
import { Progress } from '../../ui/Progress';
import { Quantity } from '../../ui/Quantity';
import { Sheet } from '../../ui/Sheet';
import { useBench } from '../benchContext';
import { useExport, type ExportChoice } from './useExport';

/** Saving the finished picture, or the whole piece as a bundle: one press makes the file and saves it. */
export function ExportSheet({ onClose }: { onClose(): void }) {
  const { id, piece, size } = useBench();
  const { width, height, ppi } = piece.sheet;
  const [choice, setChoice] = useState<ExportChoice>({ format: 'png', ppi, bits: 8, quality: 92 });
  const { stage, problem, setProblem, start, cancel, saveBundle } = useExport(id, size?.id ?? null);
  const solving = useAppSelector(({ bench }) => bench.solving);
  return (
    <Sheet
      title={size ? `Export ${size.name}` : 'Export'}
      note={`${width} × ${height} px, ${((width * height) / 1e6).toFixed(1)} megapixels: the same pixels as on the bench at 100 %.`}
      open
      onClose={onClose}
    >
      <div className="flex flex-col gap-4">
        {stage.at === 'running' && (
          <Progress done={stage.job.done} stage={stage.job.stage} startedAt={stage.job.startedAt} onCancel={cancel} />
        )}
        {stage.at === 'waiting' && (
          <>
            <Progress
              done={solving?.done ?? null}
              stage={solving ? `First: ${solving.stage.toLowerCase()}` : 'Keeping the last changes'}
              startedAt={stage.startedAt}
              onCancel={cancel}
            />
            {solving && (
              <button className="plain-button self-start" onClick={() => void start(choice, true)}>
                Export now, as it is
              </button>
            )}
          </>
        )}
        {(stage.at === 'choosing' || stage.at === 'done') && (
          <>
            <ExportChoices choice={choice} onChoose={(change) => setChoice({ ...choice, ...change })} />
            <div className="flex flex-wrap gap-2">
              <button className="strong-button" onClick={() => void start(choice)}>
                Export {choice.format.toUpperCase()}
              </button>
              <button className="plain-button" onClick={() => void saveBundle()}>
                Save as a bundle
              </button>
            </div>
          </>
        )}
        {problem && <Problem onDismiss={() => setProblem(null)}>{problem}</Problem>}
        {stage.at === 'done' && (
          <div className="flex items-center gap-3 border-t border-rule pt-3" role="status">
            <span className="grow">
              <b>{stage.result.fileName}</b> is in your downloads: {(stage.result.bytes / 1e6).toFixed(1)} MB, made in{' '}
              {((stage.result.renderMs + stage.result.encodeMs) / 1000).toFixed(1)} s.
            </span>
            <a className="plain-button" href={stage.file} download={stage.result.fileName}>
              Save it again
            </a>
          </div>
        )}
      </div>
    </Sheet>
  );
}

interface ChoicesProps {
  choice: ExportChoice;
  onChoose(change: Partial<ExportChoice>): void;
}

/** The kind of file, its depth or quality, and its size on paper. */
function ExportChoices({ choice: { format, ppi, bits, quality }, onChoose }: ChoicesProps) {
  const { width, height, paint } = useBench().piece.sheet;
  const inches = (px: number): string => (px / ppi).toFixed(2);
  return (
    <>
      <div className="flex items-center gap-2">
        {(['png', 'jpeg'] as const).map((one) => (
          <button
            key={one}
            className="plain-button"
            aria-pressed={format === one}
            onClick={() => onChoose({ format: one })}
          >
            {one.toUpperCase()}
          </button>
        ))}
        {format === 'png' && (
          <span className="flex gap-2 border-l border-rule pl-2">
            {([8, 16] as const).map((one) => (
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
        {format === 'jpeg' && (
          <span>
            quality{' '}
            <Quantity
              label="JPEG quality"
              value={quality}
              min={1}
              max={100}
              onCommit={(value) => onChoose({ quality: Math.round(value) })}
            />
          </span>
        )}
      </div>
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
        , {inches(width)} × {inches(height)} in on paper.
        {format === 'jpeg' && paint === null && ' JPEG has no transparency: clear parts become white.'}
      </p>
    </>
  );
}

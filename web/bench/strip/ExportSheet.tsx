import { useState } from 'react';
import { fileFormats } from '../../../core/formats/formats';
import { fitted, plainPicture, type FileSettings } from '../../../core/formats/settings';
import { useAppSelector } from '../../store';
import { Problem } from '../../ui/Problem';
import { Progress } from '../../ui/Progress';
import { Sheet } from '../../ui/Sheet';
import { useBench } from '../benchContext';
import { ExportChoices } from './ExportChoices';
import { useExport } from './useExport';

/** Saving the finished picture, or the whole piece as a bundle: one press makes the file and saves it. */
export function ExportSheet({ onClose }: { onClose(): void }) {
  const { id, piece, size } = useBench();
  const { width, height, ppi } = piece.sheet;
  const [choice, setChoice] = useState<FileSettings>({ ...plainPicture, ppi, quality: 92 });
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
            <ExportChoices choice={choice} onChoose={(change) => setChoice(fitted({ ...choice, ...change }))} />
            <div className="flex flex-wrap gap-2">
              <button className="strong-button" onClick={() => void start(choice)}>
                Export {fileFormats[choice.format].name}
              </button>
              <button className="plain-button" onClick={() => void saveBundle()}>
                Save as a bundle
              </button>
            </div>
          </>
        )}
        {problem && <Problem onDismiss={() => setProblem(null)}>{problem}</Problem>}
        {stage.at === 'done' && (
          <div className="flex flex-wrap items-center gap-3 border-t border-rule pt-3" role="status">
            <span className="grow">
              <b>{stage.result.fileName}</b> is in your downloads: {(stage.result.bytes / 1e6).toFixed(1)} MB, made in{' '}
              {((stage.result.renderMs + stage.result.encodeMs) / 1000).toFixed(1)} s.
            </span>
            <a className="plain-button" href={stage.file} download={stage.result.fileName}>
              Save it again
            </a>
            {stage.result.notes.length > 0 && (
              <ul className="w-full text-faint">
                {stage.result.notes.map((note) => (
                  <li key={note}>{note}</li>
                ))}
              </ul>
            )}
          </div>
        )}
      </div>
    </Sheet>
  );
}

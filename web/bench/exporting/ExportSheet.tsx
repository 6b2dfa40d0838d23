import { useState } from 'react';
import { usualPattern, withUnderbase, type WantedFile } from '../../../core/formats/fileSet';
import { fileFormats } from '../../../core/formats/formats';
import { fitted, plainPicture, type FileSettings } from '../../../core/formats/settings';
import { useAppSelector } from '../../store';
import { Problem } from '../../ui/Problem';
import { Progress } from '../../ui/Progress';
import { Sheet } from '../../ui/Sheet';
import { useBench } from '../benchContext';
import { Exported } from './Exported';
import { ExportChoices } from './ExportChoices';
import { FileList } from './FileList';
import { SheetsChoice } from './SheetsChoice';
import { useExport } from './useExport';
import { inWords, useTold } from './useTold';

/** Saving the finished picture as files of any kind, or the whole piece as a bundle: one press makes and saves them. */
export function ExportSheet({ onClose }: { onClose(): void }) {
  const { id, piece, whole, size } = useBench();
  const { width, height, ppi } = piece.sheet;
  const [choice, setChoice] = useState<FileSettings>({ ...plainPicture, ppi, quality: 92 });
  const [sheets, setSheets] = useState<readonly (string | null)[]>([size?.id ?? null]);
  const [list, setList] = useState<readonly WantedFile[]>([]);
  const [pattern, setPattern] = useState(usualPattern);
  const { stage, problem, setProblem, start, cancel, saveBundle } = useExport(id);
  const solving = useAppSelector(({ bench }) => bench.solving);
  const chosen = sheets.flatMap((one) => {
    const own = whole.sizes.find(({ id: of }) => of === one);
    // Each sheet has its own px for an inch; a person changes those of the one on the bench.
    const its = one === (size?.id ?? null) ? choice.ppi : (own ?? whole.sheet).ppi;
    return withUnderbase({ ...choice, ppi: its, ...(one !== null && { size: one }) });
  });
  const files = list.length > 0 ? list : chosen;
  const told = useTold(id, whole, list.length > 0 || stage.at === 'running' ? [] : chosen);
  const isChoosing = stage.at === 'choosing' || stage.at === 'done';
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
              <button className="plain-button self-start" onClick={() => void start(files, pattern, true)}>
                Export now, as it is
              </button>
            )}
          </>
        )}
        {isChoosing && (
          <>
            <ExportChoices choice={choice} onChoose={(change) => setChoice(fitted({ ...choice, ...change }))} />
            {whole.sizes.length > 0 && <SheetsChoice chosen={sheets} onChoose={setSheets} />}
            {list.length === 0 && (
              <p className="text-faint" role="status">
                {chosen.length > 1 ? `${chosen.length} files, ` : ''}
                {told ? inWords(told) : 'working out how large …'}
              </p>
            )}
            {list.length > 0 && (
              <FileList
                files={list}
                pattern={pattern}
                onPattern={setPattern}
                onRemove={(place) => setList(list.filter((_, i) => i !== place))}
              />
            )}
            <div className="flex flex-wrap gap-2">
              <button className="strong-button" onClick={() => void start(files, pattern)}>
                {files.length === 1 ? `Export ${fileFormats[files[0].format].name}` : `Export ${files.length} files`}
              </button>
              <button className="plain-button" onClick={() => setList([...list, ...chosen])}>
                {list.length > 0 ? 'Add this' : 'Several kinds at once'}
              </button>
              <button className="plain-button" onClick={() => void saveBundle()}>
                Save as a bundle
              </button>
            </div>
          </>
        )}
        {problem && <Problem onDismiss={() => setProblem(null)}>{problem}</Problem>}
        {stage.at === 'done' && <Exported file={stage.file} result={stage.result} />}
      </div>
    </Sheet>
  );
}

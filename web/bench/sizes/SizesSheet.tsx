import { fileFormats, formatNames, type FormatName } from '../../../core/formats/formats';
import { plainPicture } from '../../../core/formats/settings';
import { useMemo, useState } from 'react';
import { Problem } from '../../ui/Problem';
import { Progress } from '../../ui/Progress';
import { Sheet } from '../../ui/Sheet';
import { useBench } from '../benchContext';
import { editing } from '../editing';
import { Exported } from '../exporting/Exported';
import { useExport } from '../exporting/useExport';
import { AddSize } from './AddSize';
import { SizeCard } from './SizeCard';
import { useSeenSizes } from './useSeenSizes';

/** All sheets that show the design, side by side: added, arranged, worked on, and exported together. */
export function SizesSheet({ onClose }: { onClose(): void }) {
  const { whole, size: onBench } = useBench();
  const sizes = useMemo(() => [null, ...whole.sizes], [whole.sizes]);
  const seen = useSeenSizes(whole, sizes);
  const first = seen.get(null)?.legible ?? null;
  return (
    <Sheet
      title="Sizes"
      note="One design on several sheets. Stance, crop, lockup, line breaks and what is left out can be a size’s own; everything else is the same in all."
      open
      onClose={onClose}
      wide
    >
      <div className="flex flex-col gap-4">
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(200px,1fr))] gap-3" aria-label="Sizes">
          {sizes.map((size) => (
            <SizeCard
              key={size?.id ?? 'first'}
              size={size}
              seeing={seen.get(size)}
              first={first}
              isOnBench={size?.id === onBench?.id}
              onWorkOn={() => {
                editing.workOn(size?.id ?? null);
                onClose();
              }}
            />
          ))}
        </ul>
        {whole.sizes.length > 0 && <ExportAll />}
        <AddSize first={first} />
      </div>
    </Sheet>
  );
}

/** All sheets as files, in one press. */
function ExportAll() {
  const { id, whole } = useBench();
  const [format, setFormat] = useState<FormatName>('png');
  const { stage, problem, setProblem, start, cancel } = useExport(id);
  const files = [null, ...whole.sizes].map((size) => ({
    ...plainPicture,
    format,
    quality: 92,
    ppi: (size ?? whole.sheet).ppi,
    ...(size && { size: size.id }),
  }));
  const waiting = stage.at === 'waiting' && {
    done: null,
    stage: 'Keeping the last changes',
    startedAt: stage.startedAt,
  };
  const running = stage.at === 'running' ? stage.job : waiting;
  return (
    <section aria-label="Export all sizes" className="flex flex-col gap-2 border-t border-rule pt-3">
      {running ? (
        <Progress done={running.done} stage={running.stage} startedAt={running.startedAt} onCancel={cancel} />
      ) : (
        <div className="flex flex-wrap items-center gap-2">
          <button className="strong-button" onClick={() => void start(files)}>
            Export all {files.length} sheets
          </button>
          <span>as</span>
          <select
            className="field"
            aria-label="Kind of the files"
            value={format}
            onChange={(event) => setFormat(event.target.value as FormatName)}
          >
            {formatNames.map((one) => (
              <option key={one} value={one}>
                {fileFormats[one].name}
              </option>
            ))}
          </select>
          <span className="text-faint">each at its full size, in one zip</span>
        </div>
      )}
      {problem && <Problem onDismiss={() => setProblem(null)}>{problem}</Problem>}
      {stage.at === 'done' && <Exported file={stage.file} result={stage.result} />}
    </section>
  );
}

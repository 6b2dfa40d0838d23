import { useCallback, useEffect, useState } from 'react';
import type { ExportResult } from '../../../server/routes/jobs';
import { api, ask } from '../../api/client';
import { cancelJob, followJob, type JobState } from '../../api/files';
import { Problem } from '../../ui/Problem';
import { Progress } from '../../ui/Progress';
import { Quantity } from '../../ui/Quantity';
import { Sheet } from '../../ui/Sheet';
import { useBench } from '../benchContext';
import { editing } from '../editing';

/**
 * Saving the finished picture, or the whole piece as a bundle. Work goes on when this is closed, and is found again.
 */
export function ExportSheet({ onClose }: { onClose(): void }) {
  const { id, piece } = useBench();
  const { width, height } = piece.sheet;
  const [format, setFormat] = useState<'png' | 'jpeg'>('png');
  const [ppi, setPpi] = useState(piece.sheet.ppi);
  const [bits, setBits] = useState<8 | 16>(8);
  const [quality, setQuality] = useState(92);
  const [job, setJob] = useState<JobState | null>(null);
  const [problem, setProblem] = useState<string | null>(null);

  const watch = useCallback((state: JobState): void => {
    setJob(state);
    followJob(state.id, setJob).catch((error: unknown) => {
      setJob(null);
      const cancelled = error instanceof Error && 'code' in error && error.code === 'cancelled';
      if (!cancelled) setProblem(`The export did not succeed. ${error instanceof Error ? error.message : ''}`);
    });
  }, []);
  useEffect(() => {
    // The server gets ready while the person chooses.
    ask(api.pieces[':id'].exports.ready.$post({ param: { id } })).catch(() => undefined);
    ask(api.jobs.$get({ query: { about: id } })).then(
      (jobs) => {
        const running = jobs.find((one) => one.kind === 'export' && one.state === 'running');
        if (running) watch(running);
      },
      () => undefined,
    );
  }, [id, watch]);

  const start = async (): Promise<void> => {
    setProblem(null);
    editing.flush();
    try {
      await editing.saved();
      watch(
        await ask(
          api.pieces[':id'].exports.$post({
            param: { id },
            json: { format, ppi, bits: format === 'png' ? bits : 8, quality },
          }),
        ),
      );
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'The export could not be started.');
    }
  };
  const cancel = (): void => void cancelJob(job!.id).catch(() => undefined);
  const inches = (px: number): string => (px / ppi).toFixed(2);
  const result = job?.state === 'done' ? (job.result as ExportResult) : null;
  return (
    <Sheet
      title="Export"
      note={`${width} × ${height} px, ${((width * height) / 1e6).toFixed(1)} megapixels: the same pixels as on the bench at 100 %.`}
      open
      onClose={onClose}
    >
      <div className="flex flex-col gap-4">
        {job?.state === 'running' ? (
          <Progress done={job.done} stage={job.stage} startedAt={job.startedAt} onCancel={cancel} />
        ) : (
          <>
            <div className="flex items-center gap-2">
              {(['png', 'jpeg'] as const).map((one) => (
                <button key={one} className="plain-button" aria-pressed={format === one} onClick={() => setFormat(one)}>
                  {one.toUpperCase()}
                </button>
              ))}
              {format === 'png' && (
                <span className="flex gap-2 border-l border-rule pl-2">
                  {([8, 16] as const).map((one) => (
                    <button key={one} className="plain-button" aria-pressed={bits === one} onClick={() => setBits(one)}>
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
                    onCommit={(value) => setQuality(Math.round(value))}
                  />
                </span>
              )}
            </div>
            <p>
              At <Quantity label="Pixels per inch" value={ppi} unit="ppi" min={1} max={4800} onCommit={setPpi} />,{' '}
              {inches(width)} × {inches(height)} in on paper.
              {format === 'jpeg' &&
                piece.sheet.paint === null &&
                ' JPEG has no transparency: clear parts become white.'}
            </p>
            <div className="flex flex-wrap gap-2">
              <button className="strong-button" onClick={() => void start()}>
                Export {format.toUpperCase()}
              </button>
              <a className="plain-button" href={`/api/pieces/${id}/bundle`} download onClick={() => editing.flush()}>
                Save as a bundle
              </a>
            </div>
          </>
        )}
        {problem && <Problem onDismiss={() => setProblem(null)}>{problem}</Problem>}
        {result && (
          <div className="flex items-center gap-3 border-t border-rule pt-3" role="status">
            <a className="strong-button" href={`/api/jobs/${job!.id}/file`} download={result.fileName}>
              Save {result.fileName}
            </a>
            <span className="text-faint">
              {(result.bytes / 1e6).toFixed(1)} MB, made in {((result.renderMs + result.encodeMs) / 1000).toFixed(1)} s
            </span>
          </div>
        )}
      </div>
    </Sheet>
  );
}

import { zipSync } from 'fflate';
import { fileFormats, type FormatName } from '../../../core/formats/formats';
import { plainPicture } from '../../../core/formats/settings';
import { useEffect, useRef, useState } from 'react';
import { api, ask } from '../../api/client';
import { followJob } from '../../api/files';
import { editing, whenSolved } from '../editing';
import { saveBlob } from '../saveFile';

/** One sheet to be saved: its size, or null for the first one. */
export interface SheetToSave {
  size: string | null;
  name: string;
  ppi: number;
}

export type SizesExportState =
  | { at: 'choosing' }
  | { at: 'running'; stage: string; done: number; startedAt: number }
  | { at: 'failed'; problem: string }
  | { at: 'done'; name: string; count: number };

const messageOf = (error: unknown): string =>
  error instanceof Error ? error.message : 'The sizes could not be exported. Nothing is lost; try again.';

/** Renders several sheets one after the other, each by the server, and saves them in one file. */
export function useSizesExport(id: string) {
  const [state, setState] = useState<SizesExportState>({ at: 'choosing' });
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);
  const start = async (piece: string, sheets: readonly SheetToSave[], format: FormatName): Promise<void> => {
    const own = (running.current = new AbortController());
    const startedAt = Date.now();
    const tell = (stage: string, done: number): void => {
      if (!own.signal.aborted) setState({ at: 'running', stage, done, startedAt });
    };
    try {
      editing.flush();
      tell('Keeping the last changes', 0);
      await whenSolved(own.signal);
      await editing.saved();
      const files: Record<string, [Uint8Array, { level: 0 }]> = {};
      for (const [i, sheet] of sheets.entries()) {
        const done = (part: number): number => (i + part) / sheets.length;
        tell(sheet.name, done(0));
        const bytes = await exported(id, sheet, format, own.signal, (part) => tell(sheet.name, done(part)));
        // Pictures are packed already.
        files[freeName(files, `${sheet.name}.${fileFormats[format].ending}`)] = [bytes, { level: 0 }];
        if (own.signal.aborted) return setState({ at: 'choosing' });
      }
      const zip = zipSync(files) as Uint8Array<ArrayBuffer>;
      const name = saveBlob(new Blob([zip], { type: 'application/zip' }), `${piece} sizes.zip`);
      setState({ at: 'done', name, count: sheets.length });
    } catch (error) {
      setState(own.signal.aborted ? { at: 'choosing' } : { at: 'failed', problem: messageOf(error) });
    }
  };
  const cancel = (): void => {
    running.current?.abort();
    setState({ at: 'choosing' });
  };
  return { state, start, cancel };
}

async function exported(
  id: string,
  { size, ppi }: SheetToSave,
  format: FormatName,
  signal: AbortSignal,
  progress: (done: number) => void,
): Promise<Uint8Array> {
  const json = { ...plainPicture, format, ppi, quality: 92, ...(size !== null && { size }) };
  const job = await ask(api.pieces[':id'].exports.$post({ param: { id }, json }));
  const { id: done } = await followJob(job.id, (now) => progress(now.done), signal);
  const response = await fetch(`/api/jobs/${done}/file`, { signal });
  if (!response.ok) throw new Error('A finished picture could not be fetched. Nothing is lost; try again.');
  return new Uint8Array(await response.arrayBuffer());
}

/** A file name without what names cannot hold, that no other file has. */
function freeName(files: Readonly<Record<string, unknown>>, wished: string): string {
  const name = wished.replace(/[^\p{L}\p{N} ._×-]+/gu, '');
  let number = 2;
  const numbered = (): string => name.replace(/(\.\w+)$/, ` ${number}$1`);
  if (!(name in files)) return name;
  while (numbered() in files) number++;
  return numbered();
}

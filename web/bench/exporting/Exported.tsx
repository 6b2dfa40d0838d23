import type { ExportResult } from '../../../server/routes/jobs';

/** What an export made: its name, size and time, and what there is to know of it. */
export function Exported({ file, result }: { file: string; result: ExportResult }) {
  const { fileName, bytes, renderMs, encodeMs, notes } = result;
  return (
    <div className="flex flex-wrap items-center gap-3 border-t border-rule pt-3" role="status">
      <span className="grow">
        <b>{fileName}</b> is in your downloads: {(bytes / 1e6).toFixed(1)} MB, made in{' '}
        {((renderMs + encodeMs) / 1000).toFixed(1)} s.
      </span>
      <a className="plain-button" href={file} download={fileName}>
        Save it again
      </a>
      {notes.length > 0 && (
        <ul className="w-full text-faint">
          {notes.map((note) => (
            <li key={note}>{note}</li>
          ))}
        </ul>
      )}
    </div>
  );
}

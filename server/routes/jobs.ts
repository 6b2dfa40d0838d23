import { createReadStream, existsSync, statSync } from 'node:fs';
import { Readable } from 'node:stream';
import { Hono } from 'hono';
import { z } from 'zod';
import { fileFormats, type FormatName } from '../../core/formats/formats';
import { inAddress } from '../../core/type/wellFormed';
import { Problem } from '../problem';
import type { Studio } from '../studio';
import { query } from './input';
import { events } from './stream';

/** A file that an export made. */
export interface ExportResult {
  fileName: string;
  /** Of the file; a set of several is a zip. */
  format: FormatName | 'zip';
  bytes: number;
  width: number;
  height: number;
  renderMs: number;
  encodeMs: number;
  peakBytes: number;
  /** How its letters leave, where that is more than one way, as sentences. */
  notes: string[];
}

/** What several files leave as. */
export const zipFile = { ending: 'zip', mime: 'application/zip' };

/** Long work: how far it is, cancelling it, and the file that came of it. */
export function jobRoutes(studio: Studio) {
  return new Hono()
    .get('/', query(z.object({ about: z.string() })), (context) =>
      context.json(studio.jobs.list(context.req.valid('query').about)),
    )
    .get('/:id', (context) => context.json(studio.jobs.get(context.req.param('id')).state))
    .get('/:id/events', (context) => {
      const { state, changed } = studio.jobs.get(context.req.param('id'));
      return events(context, (send, end) => {
        const show = (): void => {
          send(state);
          if (state.state !== 'running') setTimeout(end, 50);
        };
        changed.on('change', show);
        show();
        return () => changed.off('change', show);
      });
    })
    .delete('/:id', (context) => {
      studio.jobs.cancel(context.req.param('id'));
      return context.json({ cancelled: true });
    })
    .get('/:id/file', (context) => {
      const { state } = studio.jobs.get(context.req.param('id'));
      if (state.kind !== 'export' || state.state !== 'done') throw new Problem(404, 'There is no file yet.');
      const result = state.result as ExportResult;
      const { ending, mime } = result.format === 'zip' ? zipFile : fileFormats[result.format];
      const path = studio.files.export(state.id, ending);
      if (!existsSync(path)) throw new Problem(404, 'The file no longer exists. Export again.');
      return context.body(Readable.toWeb(createReadStream(path)) as ReadableStream, 200, {
        'Content-Type': mime,
        'Content-Length': String(statSync(path).size),
        'Content-Disposition': `attachment; filename*=UTF-8''${inAddress(result.fileName)}`,
      });
    });
}

import { readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fileNamesOf, usualPattern, type WantedFile } from '../../core/formats/fileSet';
import { fileFormats } from '../../core/formats/formats';
import { tooLargeFor } from '../../core/formats/settings';
import { fileNamePart } from '../../core/piece/fileNames';
import type { JobState } from '../jobs/jobs';
import { Problem } from '../problem';
import { printedArea, type SaveOrder, type Saved } from '../render/savePicture';
import { zipFile, type ExportResult } from '../routes/jobs';
import { sizedPiece } from '../sizedPiece';
import type { StoredPiece } from '../store/pieces';
import type { Studio } from '../studio';
import type { SetOrder } from './saveSet';

/**
 * Starts to make files of a piece, in a process of its own: one as it is, several in a zip.
 * @param pattern of their names
 * @throws Problem 404 where a size is gone, 409 while the piece is being exported, 422 where a format has no room
 */
export function startExport(
  studio: Studio,
  { id, piece }: StoredPiece,
  files: readonly WantedFile[],
  pattern: string = usualPattern,
): JobState {
  const orders = saveOrdersOf(studio, piece, files);
  if (studio.jobs.list(id).some((job) => job.kind === 'export' && job.state === 'running'))
    throw new Problem(409, 'This piece is being exported already. Wait for it or cancel it.');
  dropOldExports(studio);
  const names = fileNamesOf(piece, { files: [...files], pattern });
  const isSet = files.length > 1;
  const set: SetOrder = { files: orders.map((order, i) => ({ order, name: names[i] })), out: studio.files.working() };
  const [first] = orders;
  const working = isSet ? set.out : first.out;
  const format = isSet ? 'zip' : files[0].format;
  const { ending } = isSet ? zipFile : fileFormats[files[0].format];
  const job = studio.jobs.start(
    'export',
    id,
    'exportChild.js',
    isSet ? set : first,
    (saved: Saved & { peakBytes: number }): ExportResult => {
      const to = studio.files.export(job.state.id, ending);
      studio.files.move(working, to);
      const { width, height } = printedArea(first).frame;
      const fileName = isSet ? `${fileNamePart(`${piece.name} files`)}.${ending}` : names[0];
      return { fileName, format, bytes: statSync(to).size, width, height, ...saved };
    },
    () => {
      rmSync(set.out, { force: true });
      for (const { out, scratch } of orders) for (const path of [out, scratch]) rmSync(path, { force: true });
    },
  );
  return job.state;
}

/** @throws Problem 404 where a size is gone, 422 where a format has no room for a sheet */
export function saveOrdersOf(studio: Studio, piece: StoredPiece['piece'], files: readonly WantedFile[]): SaveOrder[] {
  return files.map(({ size, ...settings }) => {
    const order = studio.saveOrder(sizedPiece(piece, size), 1, settings, studio.files.working());
    const problem = tooLargeFor(settings.format, printedArea(order).frame);
    if (problem) throw new Problem(422, problem);
    return order;
  });
}

/** Exports are kept for a day for fetching again; then the space is given back. */
function dropOldExports({ files }: Studio): void {
  const folder = join(files.folder, 'exports');
  for (const file of readdirSync(folder)) {
    const path = join(folder, file);
    if (Date.now() - statSync(path).mtimeMs > 24 * 3600 * 1000) rmSync(path, { force: true });
  }
}

import { readFileSync } from 'node:fs';
import { readTableFile, unzipPictures, type UnzippedPicture } from '../runs/files';
import type { Table } from '../../core/runs/table/readTable';
import { serveJob } from './child';

/** A file that came for a run: a table, or a zip of pictures that is unpacked into a folder. */
export type RunFileOrder =
  { kind: 'table'; file: string; name: string } | { kind: 'pictures'; file: string; folder: string };

serveJob<RunFileOrder, Table | UnzippedPicture[]>(async (order) => {
  if (order.kind === 'table') return readTableFile(readFileSync(order.file), order.name);
  return Promise.resolve(unzipPictures(readFileSync(order.file), order.folder));
});

import { readFile } from 'node:fs/promises';
import { unpackBundle } from '../unpack';
import { serveJob } from './child';

/** A bundle to be unpacked: where its zip lies, and the folder that is made for it. */
export interface BundleOrder {
  file: string;
  folder: string;
}

serveJob<BundleOrder, null>(async ({ file, folder }) => {
  unpackBundle(await readFile(file), folder);
  return null;
});

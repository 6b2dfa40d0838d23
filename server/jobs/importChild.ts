import { rmSync } from 'node:fs';
import { decodePicture } from '../codecs/decodePicture';
import { writePyramid } from '../store/pyramidFile';
import { serveJob } from './child';

/** A picture to be taken in. */
export interface ImportOrder {
  file: string;
  kind: 'plate' | 'matte' | 'front';
  pyramid: string;
}

export interface ImportResult {
  mime: string;
  width: number;
  height: number;
  channels: 1 | 3 | 4;
}

serveJob<ImportOrder, ImportResult>(async ({ file, kind, pyramid }, progress) => {
  progress(0.05, 'Reading');
  const decoded = await decodePicture(file, kind, true);
  progress(0.4, 'Preparing');
  try {
    writePyramid(pyramid, decoded, (done) => progress(0.4 + 0.6 * done, 'Preparing'), decoded.fine);
  } catch (error) {
    rmSync(pyramid, { force: true });
    throw error;
  }
  return { mime: decoded.mime, width: decoded.width, height: decoded.height, channels: decoded.channels };
});

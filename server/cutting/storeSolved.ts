import { createHash, randomUUID } from 'node:crypto';
import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { deflateSync } from 'node:zlib';
import type { Level } from '../../core/pictures/pyramid';
import { pngChunk, pngSignature, words } from '../codecs/pngFile';
import { putInPlace } from '../store/putInPlace';
import { writePyramid } from '../store/pyramidFile';

/** Solved pixels that lie in the data folder, ready to be put into the store's list. */
export interface SolvedFile {
  sha256: string;
  bytes: number;
  width: number;
  height: number;
  channels: 1 | 4;
}

/** Colour types of a PNG with one and with four channels. */
const colourTypes = { 1: 0, 4: 6 } as const;

/** A PNG of solved pixels, packed for speed: they are mostly of one value, so that no filter helps. */
export function packSolved({ width, height, channels, bytes }: Level): Buffer {
  const stride = width * channels;
  const rows = Buffer.alloc(height * (stride + 1));
  for (let y = 0; y < height; y++) rows.set(bytes.subarray(y * stride, (y + 1) * stride), y * (stride + 1) + 1);
  const head = Buffer.concat([
    words(width, height),
    Uint8Array.of(8, channels === 4 ? colourTypes[4] : colourTypes[1], 0, 0, 0),
  ]);
  return Buffer.concat([
    Uint8Array.from(pngSignature),
    pngChunk('IHDR', head),
    pngChunk('IDAT', deflateSync(rows, { level: 1, memLevel: 9 })),
    pngChunk('IEND', new Uint8Array(0)),
  ]);
}

/** Writes solved pixels, the file and its pyramid, under the hash of the file's bytes. */
export function storeSolved(dataFolder: string, level: Level): SolvedFile {
  const file = packSolved(level);
  const sha256 = createHash('sha256').update(file).digest('hex');
  const working = join(dataFolder, 'working', randomUUID());
  const pyramid = join(dataFolder, 'working', randomUUID());
  try {
    writePyramid(pyramid, level, () => undefined);
    writeFileSync(working, file, { flag: 'wx' });
    putInPlace(pyramid, join(dataFolder, 'pyramids', `${sha256}.levels`));
    putInPlace(working, join(dataFolder, 'assets', sha256));
  } catch (error) {
    rmSync(working, { force: true });
    rmSync(pyramid, { force: true });
    throw error;
  }
  return { sha256, bytes: file.length, width: level.width, height: level.height, channels: level.channels as 1 | 4 };
}

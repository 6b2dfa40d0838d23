import { execFile } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import sharp, { type Sharp } from 'sharp';
import { largestPicture } from '../config';
import { Problem } from '../problem';

/** A drawing as it was drawn: RGBA, 8 bits each, not multiplied by alpha. */
export interface Drawn {
  width: number;
  height: number;
  bytes: Uint8Array;
}

/** What is said of a file that cannot be read. */
export const damagedSays = (format: string): string =>
  `This ${format} file is damaged or cut short, so it was not imported. Try to save or copy it again.`;

/** Drawing a file takes no longer than this, ms. */
const longestMs = 30_000;
/** Before the px: width and height as 32-bit whole numbers. */
export const headerBytes = 8;
/** With this code the process that draws says that the last line of its errors is a problem that a person can be told. */
export const refused = 3;

/** Beside the bundle of whoever asks. */
const childFile = fileURLToPath(new URL('drawingChild.js', import.meta.url));

/**
 * A drawing as a picture. A process of its own draws it, which is ended when it takes too long: neither library that
 * draws can be stopped otherwise.
 * @throws Problem 413 for one that is too large, 422
 */
export async function openDrawing(kind: 'SVG' | 'PDF', path: string): Promise<Sharp> {
  try {
    const { stdout } = await promisify(execFile)(process.execPath, [childFile, kind, path], {
      encoding: 'buffer',
      maxBuffer: largestPicture * 4 + headerBytes,
      timeout: longestMs,
      killSignal: 'SIGKILL',
    });
    const [width, height] = [stdout.readUInt32LE(0), stdout.readUInt32LE(4)];
    return sharp(stdout.subarray(headerBytes), { raw: { width, height, channels: 4 }, limitInputPixels: false });
  } catch (error) {
    throw problemIn(error as { code?: unknown; killed?: boolean; stderr?: Buffer }, kind);
  }
}

function problemIn(
  { code, killed, stderr }: { code?: unknown; killed?: boolean; stderr?: Buffer },
  kind: string,
): Problem {
  if (code === refused) {
    const told = JSON.parse(stderr!.toString('utf8').trim().split('\n').at(-1)!) as Pick<Problem, 'status' | 'message'>;
    return new Problem(told.status, told.message);
  }
  return new Problem(
    422,
    killed ? `Drawing this ${kind} takes too long. Save it as a PNG and bring that.` : damagedSays(kind),
  );
}

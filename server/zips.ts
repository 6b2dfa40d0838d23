import { Problem } from './problem';

/** Entries that a zip may list. */
export const mostEntries = 20000;
/** Deflate makes no more than about a thousandth of anything; pictures and faces never come near this. */
const mostRatio = 200;

/** Whether a file is a zip, by its first bytes (PKWARE, APPNOTE 4.3.7). */
export const isZip = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x50 && bytes[1] === 0x4b && (bytes[2] === 3 || bytes[2] === 5) && (bytes[3] === 4 || bytes[3] === 6);

/** Whether an entry is packed tighter than anything is that people send: it may be made to fill the memory. */
export const isTooTight = ({ size, originalSize }: { size: number; originalSize: number }): boolean =>
  originalSize > 1e6 && originalSize > mostRatio * size;

/** Reads a zip. @throws what `read` refuses; the problem given where it cannot be read */
export function asZip<Value>(read: () => Value, broken: Problem): Value {
  try {
    return read();
  } catch (error) {
    throw error instanceof Problem ? error : broken;
  }
}

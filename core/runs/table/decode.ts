/** A text and how it was written. */
export interface Decoded {
  text: string;
  encoding: 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252';
}

/** So many bytes tell whether every other one is zero. */
const looked = 2000;

/**
 * A text file's text. A byte order mark is believed; without one it is UTF-16 where every other byte is zero, UTF-8
 * where it can be, and else Windows-1252, which every file can be (WHATWG Encoding Standard).
 */
export function decodeText(bytes: Uint8Array): Decoded {
  const [a, b, c] = bytes;
  if (a === 0xef && b === 0xbb && c === 0xbf) return decoded(bytes.subarray(3), 'utf-8');
  if (a === 0xff && b === 0xfe) return decoded(bytes.subarray(2), 'utf-16le');
  if (a === 0xfe && b === 0xff) return decoded(bytes.subarray(2), 'utf-16be');
  const zeros = [0, 0];
  const length = Math.min(looked, bytes.length);
  for (let i = 0; i < length; i++) if (bytes[i] === 0) zeros[i % 2]++;
  if (zeros[1] > length * 0.3 && zeros[0] < length * 0.1) return decoded(bytes, 'utf-16le');
  if (zeros[0] > length * 0.3 && zeros[1] < length * 0.1) return decoded(bytes, 'utf-16be');
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'utf-8' };
  } catch {
    return decoded(bytes, 'windows-1252');
  }
}

const decoded = (bytes: Uint8Array, encoding: Decoded['encoding']): Decoded => ({
  text: new TextDecoder(encoding).decode(bytes),
  encoding,
});

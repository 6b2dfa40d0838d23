import { readFileSync } from 'node:fs';

/** A picture that is never another at its address, as an answer's body, status and headers. */
export const png = (path: string): [Uint8Array<ArrayBuffer>, 200, Record<string, string>] => [
  new Uint8Array(readFileSync(path)),
  200,
  { 'Content-Type': 'image/png', 'Cache-Control': 'private, max-age=31536000, immutable' },
];

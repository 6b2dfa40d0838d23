import { readFileSync } from 'node:fs';
import { openFace, type OpenFace } from '../type/faceBook';

/** The bytes of a shipped face. For tests. */
export const faceBytes = (file: string): Uint8Array => readFileSync(`demo/faces/${file}.ttf`);

export const shippedFace = (file: string): OpenFace => openFace(file, faceBytes(file));

/**
 * Advance widths in em straight from the face's own tables (OpenType: head, hhea, hmtx, cmap format 4), without the
 * shaper.
 */
export function advanceFromTables(bytes: Uint8Array, codePoint: number): number {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const table = (tag: string): number => tableAt(bytes, tag);
  const glyph = glyphOf(view, table('cmap'), codePoint);
  const counted = view.getUint16(table('hhea') + 34);
  return view.getUint16(table('hmtx') + 4 * Math.min(glyph, counted - 1)) / view.getUint16(table('head') + 18);
}

/** Where a table of a face begins, bytes. */
export function tableAt(bytes: Uint8Array, tag: string): number {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let i = 0; i < view.getUint16(4); i++) {
    const record = 12 + 16 * i;
    if (String.fromCharCode(...bytes.subarray(record, record + 4)) === tag) return view.getUint32(record + 8);
  }
  throw new Error(`no table ${tag}`);
}

function glyphOf(view: DataView, cmap: number, codePoint: number): number {
  for (let i = 0; i < view.getUint16(cmap + 2); i++) {
    const start = cmap + view.getUint32(cmap + 4 + 8 * i + 4);
    if (view.getUint16(start) !== 4) continue;
    const segments = view.getUint16(start + 6) / 2;
    for (let s = 0; s < segments; s++) {
      const end = view.getUint16(start + 14 + 2 * s);
      const first = view.getUint16(start + 16 + 2 * segments + 2 * s);
      if (codePoint > end || codePoint < first) continue;
      const delta = view.getInt16(start + 16 + 4 * segments + 2 * s);
      const rangeAt = start + 16 + 6 * segments + 2 * s;
      const range = view.getUint16(rangeAt);
      return range === 0
        ? (codePoint + delta) & 0xffff
        : (view.getUint16(rangeAt + range + 2 * (codePoint - first)) + delta) & 0xffff;
    }
  }
  return 0;
}

import type { Raster } from '../../pixels/raster';
import type { Region } from '../../pixels/region';
import type { Request } from '../../graph/node';
import { moved } from '../../shape/affine';
import { transformPath } from '../../shape/path';
import type { OpenFace } from '../../type/faceBook';
import type { Letter } from '../../type/letters';

/** What a letter behind its veils could be taken for. */
export interface Misreading {
  lettering: string;
  /** Index of the letter's first UTF-16 unit. */
  start: number;
  text: string;
  /** The nearest wrong letter. */
  as: string;
  /** How much the visible parts of both differ, as a fraction of the letter's ink. */
  margin: number;
}

/** Below this margin a letter can be taken for another. */
export const marginLimit = 0.1;

/** Two letters that differ less than this without any veil are alike in that face; no veil is to blame. */
export const alike = 0.14;

/**
 * A letter, given in lettering px, where it comes to lie on the sheet: its coverage, and the output px in which that
 * lies.
 */
export type Draw = (letter: Letter, scale: number) => Promise<{ region: Region; cover: Raster }>;

/** What is read instead: letters and digits; for other scripts the letters around. */
function candidatesFor(text: string): string[] {
  const code = text.codePointAt(0)!;
  if (code < 0x250) return [...'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789'];
  const block = code & ~0x7f;
  return Array.from({ length: 0x80 }, (_, i) => String.fromCodePoint(block + i)).filter((letter) =>
    /\p{L}/u.test(letter),
  );
}

/** Another letter where a letter stands. */
export interface Candidate {
  text: string;
  letter: Letter;
}

/**
 * The letters that one could be taken for, each put in its place, on the same baseline, set left, middle and right.
 * @param letter laid out, upright
 * @returns none where it cannot be known: more than one character, a letter that has been bent, a face without it
 */
export function candidatesAt(letter: Letter, face: OpenFace): Candidate[] {
  const own = letter.text;
  const bounds = letter.bounds;
  if (!bounds || [...own].length !== 1 || !/[\p{L}\p{N}]/u.test(own)) return [];
  const drawn = glyphOf(face, own);
  if (!drawn || drawn.bounds.height === 0) return [];
  const size = bounds.height / drawn.bounds.height;
  if (Math.abs(drawn.bounds.width * size - bounds.width) > 0.05 * bounds.width + 0.5) return [];
  const baseline = bounds.y - drawn.bounds.y * size;
  return candidatesFor(own).flatMap((text) => {
    const glyph = text === own ? null : glyphOf(face, text);
    if (!glyph) return [];
    return [0, 0.5, 1].map((side): Candidate => {
      const left = bounds.x + (bounds.width - glyph.bounds.width * size) * side - glyph.bounds.x * size;
      const box: Region = {
        x: left + glyph.bounds.x * size,
        y: baseline + glyph.bounds.y * size,
        width: glyph.bounds.width * size,
        height: glyph.bounds.height * size,
      };
      return {
        text,
        letter: { ...letter, path: transformPath(glyph.path, moved(left, baseline, size)), bounds: box },
      };
    });
  });
}

/**
 * The wrong letter that what is seen of a letter is nearest to.
 * @param letter laid out, upright; @param draw covers px of the sheet with a letter laid out like it
 * @param cover the letter's coverage, and @param seen what its veils leave of each px (1: all of it); both lie at
 * `request.region`
 * @returns null where it cannot be known
 */
export async function nearestMisreading(
  letter: Letter,
  draw: Draw,
  face: OpenFace,
  cover: Raster,
  seen: Float32Array,
  request: Request,
): Promise<Pick<Misreading, 'as' | 'margin'> | null> {
  const ink = cover.data.reduce((sum, value) => sum + value, 0);
  let nearest: Pick<Misreading, 'as' | 'margin'> | null = null;
  for (const { text, letter: other } of candidatesAt(letter, face)) {
    const { whole, visible } = await differences(cover, seen, request, other, draw);
    if (whole / ink >= alike && (!nearest || visible / ink < nearest.margin))
      nearest = { as: text, margin: visible / ink };
  }
  return nearest;
}

function glyphOf(face: OpenFace, text: string): { path: ReturnType<OpenFace['outline']>; bounds: Region } | null {
  if (!face.has(text.codePointAt(0)!)) return null;
  const [shaped, ...more] = face.shape(text);
  const bounds = shaped && more.length === 0 ? face.bounds(shaped.glyph) : null;
  return bounds && { path: face.outline(shaped.glyph), bounds };
}

/**
 * How much two letters differ, in px: on the whole, and where they are seen. No veil is reckoned with outside of the
 * region.
 */
async function differences(
  cover: Raster,
  seen: Float32Array,
  { region, scale }: Request,
  other: Letter,
  draw: Draw,
): Promise<{ whole: number; visible: number }> {
  const { region: lying, cover: there } = await draw(other, scale);
  const isThere = (column: number, row: number): boolean =>
    row >= 0 && row < lying.height && column >= 0 && column < lying.width;
  let [whole, visible, inside] = [0, 0, 0];
  for (let y = 0, i = 0; y < region.height; y++) {
    const row = region.y + y - lying.y;
    for (let x = 0; x < region.width; x++, i++) {
      const column = region.x + x - lying.x;
      const drawn = isThere(column, row) ? there.data[row * lying.width + column] : 0;
      const difference = Math.abs(cover.data[i] - drawn);
      inside += drawn;
      whole += difference;
      visible += difference * seen[i];
    }
  }
  const outside = there.data.reduce((sum, value) => sum + value, 0) - inside;
  return { whole: whole + outside, visible: visible + outside };
}

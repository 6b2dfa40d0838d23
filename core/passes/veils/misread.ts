import type { Raster } from '../../pixels/raster';
import { grow, type Region } from '../../pixels/region';
import type { Request } from '../../graph/node';
import { moved } from '../../shape/affine';
import { transformPath } from '../../shape/path';
import type { OpenFace } from '../../type/faceBook';
import type { Letter } from '../pass';

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
const alike = 0.14;

/** Draws a letter in lettering px within a region of output px: the part of it that it reaches, and its coverage there. */
export type Draw = (letter: Letter, request: Request) => { region: Region; cover: Raster } | null;

/** What is read instead: letters and digits; for other scripts the letters around. */
function candidatesFor(text: string): string[] {
  const code = text.codePointAt(0)!;
  if (code < 0x250) return [...'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789'];
  const block = code & ~0x7f;
  return Array.from({ length: 0x80 }, (_, i) => String.fromCodePoint(block + i)).filter((letter) =>
    /\p{L}/u.test(letter),
  );
}

/**
 * The wrong letter that what is seen of a letter is nearest to. Each is put in its place, on the same baseline, set left, middle and
 * right, behind the same veils.
 * @param letter laid out, upright; @param draw covers px of the sheet with a letter laid out like it
 * @param cover the letter's coverage, and @param seen what its veils leave of each px (1: all of it); both lie at `request.region`
 * @returns null where it cannot be told: more than one character, a letter that has been bent, a face without it
 */
export function nearestMisreading(
  letter: Letter,
  draw: Draw,
  face: OpenFace,
  cover: Raster,
  seen: Float32Array,
  request: Request,
): Pick<Misreading, 'as' | 'margin'> | null {
  const own = letter.text;
  const bounds = letter.bounds;
  if (!bounds || [...own].length !== 1 || !/[\p{L}\p{N}]/u.test(own)) return null;
  const drawn = glyphOf(face, own);
  if (!drawn || drawn.bounds.height === 0) return null;
  const size = bounds.height / drawn.bounds.height;
  if (Math.abs(drawn.bounds.width * size - bounds.width) > 0.05 * bounds.width + 0.5) return null;
  const baseline = bounds.y - drawn.bounds.y * size;
  const ink = cover.data.reduce((sum, value) => sum + value, 0);
  let nearest: Pick<Misreading, 'as' | 'margin'> | null = null;
  for (const other of candidatesFor(own)) {
    if (other === own) continue;
    const glyph = glyphOf(face, other);
    if (!glyph) continue;
    for (const side of [0, 0.5, 1]) {
      const left = bounds.x + (bounds.width - glyph.bounds.width * size) * side - glyph.bounds.x * size;
      const path = transformPath(glyph.path, moved(left, baseline, size));
      const box: Region = {
        x: left + glyph.bounds.x * size,
        y: baseline + glyph.bounds.y * size,
        width: glyph.bounds.width * size,
        height: glyph.bounds.height * size,
      };
      const { whole, visible } = differences(cover, seen, request, { ...letter, path, bounds: box }, draw);
      if (whole / ink >= alike && (!nearest || visible / ink < nearest.margin))
        nearest = { as: other, margin: visible / ink };
    }
  }
  return nearest;
}

function glyphOf(face: OpenFace, text: string): { path: ReturnType<OpenFace['outline']>; bounds: Region } | null {
  if (!face.has(text.codePointAt(0)!)) return null;
  const [shaped, ...more] = face.shape(text);
  const bounds = shaped && more.length === 0 ? face.bounds(shaped.glyph) : null;
  return bounds && { path: face.outline(shaped.glyph), bounds };
}

/** How much two letters differ, in px: on the whole, and where they are seen. No veil is reckoned with outside of the region. */
function differences(
  cover: Raster,
  seen: Float32Array,
  request: Request,
  other: Letter,
  draw: Draw,
): { whole: number; visible: number } {
  const { region, scale } = request;
  const part = draw(other, { region: grow(region, 2 * Math.max(region.width, region.height)), scale });
  let [whole, visible, inside] = [0, 0, 0];
  for (let y = 0, i = 0; y < region.height; y++) {
    const row = part ? region.y + y - part.region.y : -1;
    for (let x = 0; x < region.width; x++, i++) {
      const column = part ? region.x + x - part.region.x : -1;
      const there =
        part && row >= 0 && row < part.region.height && column >= 0 && column < part.region.width
          ? part.cover.data[row * part.region.width + column]
          : 0;
      const difference = Math.abs(cover.data[i] - there);
      inside += there;
      whole += difference;
      visible += difference * seen[i];
    }
  }
  const outside = (part?.cover.data.reduce((sum, value) => sum + value, 0) ?? 0) - inside;
  return { whole: whole + outside, visible: visible + outside };
}

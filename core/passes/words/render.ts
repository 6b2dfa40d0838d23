import { union, type Region } from '../../pixels/region';
import { identity } from '../../shape/affine';
import { pathBounds, transformPath, type Path } from '../../shape/path';
import type { OpenFace, ShapedGlyph } from '../../type/faceBook';
import type { Letter, Letters, Line, Materials } from '../pass';
import type { Words } from './schema';

/**
 * Shapes and sets the words. Lettering px: x = 0 is the edge (or middle) that the lines share, y = 0 the middle between
 * the capitals' top in the first line and the last baseline.
 */
export function setWords(words: Words, materials: Materials): Letters {
  const face = materials.face(words.face);
  const texts = words.text.split('\n');
  const capHeight = face.capHeight * words.size;
  const depth = (texts.length - 1) * words.leading * words.size;
  const firstBaseline = (capHeight - depth) / 2;
  const letters: Letter[] = [];
  const lines: Line[] = [];
  let start = 0;
  texts.forEach((text, index) => {
    const line = setLine(face, words, text, start, index, firstBaseline + index * words.leading * words.size);
    lines.push(line.line);
    letters.push(...line.letters);
    start += text.length + 1;
  });
  const ink = letters.reduce<Region | null>((all, letter) => union(all, letter.bounds), null);
  return { letters, lines, capHeight, ink, place: identity };
}

function setLine(face: OpenFace, words: Words, text: string, start: number, index: number, baseline: number): { line: Line; letters: Letter[] } {
  const glyphs = text === '' ? [] : face.shape(text);
  const step = (glyph: ShapedGlyph): number => (glyph.advance + words.tracking) * words.size;
  const ends = clusterEnds(glyphs, text.length);
  // Tracking stands between letters, not after the last one.
  const width = Math.max(0, glyphs.reduce((sum, glyph) => sum + step(glyph), 0) - (glyphs.length > 0 ? words.tracking * words.size : 0));
  const left = words.alignment === 'left' ? 0 : words.alignment === 'right' ? -width : -width / 2;
  const carets = new Array<number>(text.length + 1).fill(NaN);
  const byCluster = new Map<number, Letter>();
  let pen = left;
  for (const glyph of glyphs) {
    const path = placeGlyph(face.outline(glyph.glyph), words.size, pen + glyph.offsetX * words.size, baseline - glyph.offsetY * words.size);
    const known = byCluster.get(glyph.cluster);
    const joined: Path = known ? [...known.path, ...path] : path;
    byCluster.set(glyph.cluster, {
      start: start + glyph.cluster,
      text: text.slice(glyph.cluster, ends.get(glyph.cluster)),
      line: index,
      path: joined,
      bounds: pathBounds(joined),
    });
    if (Number.isNaN(carets[glyph.cluster])) carets[glyph.cluster] = pen;
    pen += step(glyph);
  }
  carets[text.length] = left + width;
  fillCarets(carets);
  const letters = [...byCluster.values()];
  const ink = letters.reduce<Region | null>((all, letter) => union(all, letter.bounds), null);
  return { line: { start, text, baseline, left, width, ink, carets }, letters };
}

function placeGlyph(outline: Path, size: number, x: number, y: number): Path {
  return transformPath(outline, { a: size, b: 0, c: 0, d: size, e: x, f: y });
}

/** Where in the text each cluster ends: at the start of the next one. */
function clusterEnds(glyphs: ShapedGlyph[], length: number): Map<number, number> {
  const starts = [...new Set(glyphs.map((glyph) => glyph.cluster))].sort((a, b) => a - b);
  return new Map(starts.map((from, i) => [from, starts[i + 1] ?? length]));
}

/** Within a ligature the caret stands at equal steps. */
function fillCarets(carets: number[]): void {
  let known = 0;
  if (Number.isNaN(carets[0])) carets[0] = carets.find((x) => !Number.isNaN(x)) ?? 0;
  for (let i = 1; i < carets.length; i++) {
    if (Number.isNaN(carets[i])) continue;
    for (let k = known + 1; k < i; k++) carets[k] = carets[known] + ((carets[i] - carets[known]) * (k - known)) / (i - known);
    known = i;
  }
}

import { identity, type Affine } from '../../shape/affine';
import { pathBounds, transformPath, type Path } from '../../shape/path';
import type { OpenFace, ShapedGlyph } from '../../type/faceBook';
import { runsOf } from '../../type/runs';
import { settingMap, type LetterSetting } from './letterSettings';
import type { SetLetter } from './lockups/lockup';
import type { Words } from './schema';

/** What a line is shaped with. */
export interface Typesetting {
  /** The face of the words with its axes set, then those that help out. */
  faces: readonly OpenFace[];
  words: Words;
  /** Settings by the place of their letter in the text. */
  settings: ReadonlyMap<number, LetterSetting>;
}

/** A text in capitals, and for each of its UTF-16 units (and its end) the place in the text as typed. */
function inCapitals(text: string): { text: string; places: number[] } {
  let out = '';
  const places: number[] = [];
  let at = 0;
  for (const character of text) {
    const capitals = character.toUpperCase();
    for (let i = 0; i < capitals.length; i++) places.push(at);
    out += capitals;
    at += character.length;
  }
  return { text: out, places: [...places, at] };
}

/** Ligatures stand in the way of tracking, unless they are asked for. */
function featuresOf({ features, tracking }: Words): Record<string, number> {
  return tracking === 0 ? features : { liga: 0, clig: 0, ...features };
}

/**
 * Shapes one line: letters in the order in which they are seen from left to right, each with what is set for it by hand.
 * @param start place of the line's first unit in the text
 */
export function shapeLine(typed: string, start: number, { faces, words, settings }: Typesetting): SetLetter[] {
  const { text, places } = words.upperCase ? inCapitals(typed) : { text: typed, places: null };
  const placeOf = (unit: number): number => start + (places ? places[unit] : unit);
  const features = featuresOf(words);
  const { size } = words;
  return runsOf(text, faces).flatMap(({ from, to, rightToLeft, script, face: number }) => {
    const face = faces[number];
    const glyphs = face.shape(text, { features, rightToLeft, script, from, to });
    const ends = clusterEnds(glyphs, to);
    const letters = inClusters(glyphs).map((cluster): SetLetter => {
      let pen = 0;
      const path: Path = cluster.flatMap((glyph) => {
        const placed = transformPath(face.outline(glyph.glyph), { a: size, b: 0, c: 0, d: size, e: pen + glyph.offsetX * size, f: -glyph.offsetY * size });
        pen += glyph.advance * size;
        return placed;
      });
      const { cluster: first } = cluster[0];
      return handSet({ start: placeOf(first), end: placeOf(ends.get(first)!), path, bounds: pathBounds(path), advance: pen, rightToLeft, colour: null }, settings, size);
    });
    return places ? joinedBySource(letters) : letters;
  });
}

/** Glyphs that stand for the same letters, each group in visual order. */
function inClusters(glyphs: readonly ShapedGlyph[]): ShapedGlyph[][] {
  const groups: ShapedGlyph[][] = [];
  for (const glyph of glyphs) {
    const last = groups.at(-1);
    if (last && last[0].cluster === glyph.cluster) last.push(glyph);
    else groups.push([glyph]);
  }
  return groups;
}

/** Where in the text each cluster ends: at the start of the next one. */
function clusterEnds(glyphs: readonly ShapedGlyph[], to: number): Map<number, number> {
  const starts = [...new Set(glyphs.map(({ cluster }) => cluster))].sort((a, b) => a - b);
  return new Map(starts.map((from, i) => [from, starts[i + 1] ?? to]));
}

/** One typed letter may become two capitals (ß); they stay one letter. */
function joinedBySource(letters: readonly SetLetter[]): SetLetter[] {
  const out: SetLetter[] = [];
  for (const letter of letters) {
    const last = out.at(-1);
    if (!last || last.start !== letter.start) {
      out.push(letter);
      continue;
    }
    const path = [...last.path, ...transformPath(letter.path, { ...identity, e: last.advance })];
    out[out.length - 1] = { ...last, end: Math.max(last.end, letter.end), path, bounds: pathBounds(path), advance: last.advance + letter.advance };
  }
  return out;
}

function handSet(letter: SetLetter, settings: ReadonlyMap<number, LetterSetting>, size: number): SetLetter {
  const setting = settings.get(letter.start);
  if (!setting) return letter;
  const map: Affine | null = settingMap(setting, letter.bounds, size);
  const path = map ? transformPath(letter.path, map) : letter.path;
  return { ...letter, path, bounds: map ? pathBounds(path) : letter.bounds, advance: letter.advance + setting.space * size, colour: setting.colour };
}

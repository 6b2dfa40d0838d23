import { union, unionOf, type Region } from '../../pixels/region';
import { followedBy, moved, type Affine } from '../../shape/affine';
import { pathBounds } from '../../shape/bounds';
import { transformPath } from '../../shape/path';
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
 * Shapes one line: letters in the order in which they are seen from left to right, each with what is set for it by
 * hand.
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
      const drawn = cluster.map(({ glyph, offsetX, offsetY, advance }) => {
        const at = moved(pen + offsetX * size, -offsetY * size, size);
        pen += advance * size;
        return { glyph, at };
      });
      const { cluster: first } = cluster[0];
      return {
        start: placeOf(first),
        end: placeOf(ends.get(first)!),
        outline: (place) => drawn.flatMap(({ glyph, at }) => transformPath(face.outline(glyph), followedBy(at, place))),
        bounds: unionOf(drawn.map(({ glyph, at }) => boundsAt(face.bounds(glyph), at))),
        advance: pen,
        rightToLeft,
        colour: null,
      };
    });
    return (places ? joinedBySource(letters) : letters).map((letter) => handSet(letter, settings, size));
  });
}

/** A box after it has been scaled and moved, not turned. */
export function boundsAt(box: Region | null, { a, d, e, f }: Affine): Region | null {
  return box && { x: box.x * a + e, y: box.y * d + f, width: box.width * a, height: box.height * d };
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
    const beside = moved(last.advance, 0);
    out[out.length - 1] = {
      ...last,
      end: Math.max(last.end, letter.end),
      outline: (place) => [...last.outline(place), ...letter.outline(followedBy(beside, place))],
      bounds: union(last.bounds, boundsAt(letter.bounds, beside)),
      advance: last.advance + letter.advance,
    };
  }
  return out;
}

function handSet(letter: SetLetter, settings: ReadonlyMap<number, LetterSetting>, size: number): SetLetter {
  const setting = settings.get(letter.start);
  if (!setting) return letter;
  const map: Affine | null = settingMap(setting, letter.bounds, size);
  const changed = map && {
    outline: (place: Affine) => letter.outline(followedBy(map, place)),
    bounds: pathBounds(letter.outline(map)),
  };
  return { ...letter, ...changed, advance: letter.advance + setting.space * size, colour: setting.colour };
}

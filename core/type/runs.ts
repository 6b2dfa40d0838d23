import bidiFactory from 'bidi-js';
import { scriptOf } from './scripts';

const bidi = bidiFactory();

/** A stretch of one line that is shaped at one go: one direction, one script, one face. */
export interface Run {
  /** UTF-16 units of the line; `to` is the first one behind it. */
  from: number;
  to: number;
  rightToLeft: boolean;
  script: string | null;
  /** Which of the faces sets it. */
  face: number;
}

/** Anything that knows which letters it has. */
export interface LetterSource {
  has(codePoint: number): boolean;
}

/** Which of some faces can set a character: the first that has it, and 0 when none has. */
const faceOf = (faces: readonly LetterSource[], codePoint: number): number =>
  Math.max(
    0,
    faces.findIndex((face) => face.has(codePoint)),
  );

/**
 * For each script of a line the first face that has all of its letters, so that no word is pieced together; left out
 * where none has.
 */
function facesOfScripts(text: string, faces: readonly LetterSource[]): Map<string, number> {
  const letters = new Map<string, Set<number>>();
  for (const character of text) {
    const script = scriptOf(character);
    if (script === null) continue;
    if (!letters.has(script)) letters.set(script, new Set());
    letters.get(script)!.add(character.codePointAt(0)!);
  }
  const found = [...letters].map(
    ([script, codePoints]) =>
      [script, faces.findIndex((face) => [...codePoints].every((codePoint) => face.has(codePoint)))] as const,
  );
  return new Map(found.filter(([, face]) => face >= 0));
}

/** Characters that show nothing by themselves, or that belong to the letter before: they never ask for another face. */
const joining = /[\p{M}\p{Cf}\p{Z}\p{Cc}]/u;

/**
 * Cuts a line into runs and puts them in the order in which they are seen from left to right (Unicode Bidirectional
 * Algorithm, UAX 9, rule L2). The first strong letter decides the direction of the line.
 * @param faces the face of the line, then those that help out
 */
export function runsOf(text: string, faces: readonly LetterSource[]): Run[] {
  const { levels } = bidi.getEmbeddingLevels(text, 'auto');
  const ofScript = facesOfScripts(text, faces);
  const runs: (Run & { level: number })[] = [];
  for (let at = 0; at < text.length;) {
    const codePoint = text.codePointAt(at)!;
    const character = String.fromCodePoint(codePoint);
    const last = runs.at(-1);
    const level = levels[at];
    const follows = joining.test(character);
    const script = scriptOf(character);
    const face: number =
      follows && last ? last.face : ((script === null ? undefined : ofScript.get(script)) ?? faceOf(faces, codePoint));
    const to = at + character.length;
    if (
      last &&
      last.level === level &&
      last.face === face &&
      (script === null || last.script === null || script === last.script)
    ) {
      last.to = to;
      last.script ??= script;
    } else runs.push({ from: at, to, rightToLeft: level % 2 === 1, script, face, level });
    at = to;
  }
  return inVisualOrder(runs).map(({ from, to, rightToLeft, script, face }) => ({
    from,
    to,
    rightToLeft,
    script,
    face,
  }));
}

/**
 * Rule L2: from the highest level down to the lowest odd one, every stretch at that level or higher is turned round.
 */
function inVisualOrder<Item extends { level: number }>(runs: readonly Item[]): Item[] {
  const out = [...runs];
  const highest = Math.max(0, ...runs.map(({ level }) => level));
  for (let level = highest; level >= 1; level--) {
    for (let i = 0; i < out.length; i++) {
      if (out[i].level < level) continue;
      let end = i;
      while (end < out.length && out[end].level >= level) end++;
      out.splice(i, end - i, ...out.slice(i, end).reverse());
      i = end;
    }
  }
  return out;
}

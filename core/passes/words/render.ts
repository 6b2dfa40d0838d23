import { unionOf, type Region } from '../../pixels/region';
import { apply, identity, type Affine } from '../../shape/affine';
import { pathBounds } from '../../shape/bounds';
import { caretReach } from '../../type/caret';
import type { OpenFace } from '../../type/faceBook';
import { noLetters, type Caret, type Letter, type Letters, type Line } from '../../type/letters';
import type { Materials } from '../../graph/materials';
import { lockupOf } from './lockups';
import type { Measure, SetLetter, SetLine } from './lockups/lockup';
import type { Words } from './schema';
import { boundsAt, shapeLine } from './shapeLine';
import { shapePath } from '../../shape/shapes';

/**
 * Shapes and sets the words, or draws the shape that stands in their place. Lettering px: the origin is where the
 * lockup has its middle (or the edge that its lines share).
 */
export function setWords(words: Words, materials: Materials): Letters {
  if (words.shape) return setShape(words);
  const { lines, measure, face } = setLines(words, materials);
  const placed = lockupOf(words.lockup).place(lines, words.lockup, measure);
  const texts = words.text.split('\n');
  let start = 0;
  const all: { line: Line; letters: Letter[] }[] = lines.map((line, i) => {
    const set = placeLine(line, placed[i], texts[i], start, measure);
    start += texts[i].length + 1;
    return set;
  });
  const letters = all.flatMap((one) => one.letters);
  return {
    ...noLetters,
    letters,
    lines: all.map(({ line }) => line),
    size: measure.size,
    capHeight: measure.capHeight,
    ink: inkOf(letters),
    flatInk: inkOf(letters),
    reading: { face, upperCase: words.upperCase },
  };
}

/** The lines shaped and set by hand, before a lockup places them; and what lockups go by. */
export function setLines(words: Words, materials: Materials): { lines: SetLine[]; measure: Measure; face: OpenFace } {
  const face = materials.face(words.face).varied(words.axes);
  const faces = [face, ...words.fallbacks.map((key) => materials.face(key))];
  const settings = new Map(words.letters.map((letter) => [letter.at, letter]));
  let start = 0;
  const lines = words.text.split('\n').map((text, index): SetLine => {
    const letters = text === '' ? [] : shapeLine(text, start, { faces, words, settings });
    start += text.length + 1;
    return { index, letters };
  });
  const { size, tracking, alignment, leading, leadings } = words;
  const leadingOf = (line: number): number => (line === 0 ? 0 : (leadings[line] ?? leading) * size);
  return {
    lines,
    face,
    measure: { size, capHeight: face.capHeight * size, tracking: tracking * size, leadingOf, alignment },
  };
}

const inkOf = (letters: readonly Letter[]): Region | null => unionOf(letters.map(({ bounds }) => bounds));

function placeLine(
  { index, letters: shaped }: SetLine,
  places: readonly Affine[],
  text: string,
  start: number,
  { capHeight }: Measure,
): { line: Line; letters: Letter[] } {
  const letters = shaped.map((letter, i): Letter => {
    const place = places[i];
    const path = letter.outline(place);
    const upright = place.b === 0 && place.c === 0 && place.a > 0 && place.d > 0;
    const bounds = upright ? boundsAt(letter.bounds, place) : pathBounds(path);
    return {
      start: letter.start,
      text: text.slice(letter.start - start, letter.end - start),
      line: index,
      path,
      bounds,
      colour: letter.colour,
    };
  });
  return {
    line: {
      start,
      text,
      ink: inkOf(letters),
      flatInk: inkOf(letters),
      carets: caretsOf(shaped, places, text.length, start, capHeight),
    },
    letters,
  };
}

/** A caret in a letter's own frame, at x px from its pen. */
function caretIn(place: Affine, x: number, capHeight: number): Caret {
  return { foot: apply(place, [x, capHeight * caretReach]), head: apply(place, [x, -capHeight * (1 + caretReach)]) };
}

/** The caret before each UTF-16 unit of a line and after the last; within a ligature they stand at equal steps. */
function caretsOf(
  letters: readonly SetLetter[],
  places: readonly Affine[],
  length: number,
  start: number,
  capHeight: number,
): Caret[] {
  if (letters.length === 0) return Array.from({ length: length + 1 }, () => caretIn(identity, 0, capHeight));
  const carets = new Array<Caret | undefined>(length + 1);
  let last = 0;
  letters.forEach(({ start: from, end, advance, rightToLeft }, i) => {
    const units = Math.max(1, end - from);
    for (let unit = 0; unit < units && from - start + unit < length; unit++) {
      const share = unit / units;
      carets[from - start + unit] = caretIn(places[i], advance * (rightToLeft ? 1 - share : share), capHeight);
    }
    if (end > letters[last].end || i === 0) last = i;
  });
  carets[length] = caretIn(places[last], letters[last].rightToLeft ? 0 : letters[last].advance, capHeight);
  // Units that no letter stands for, such as the second half of a broken pair, take the caret behind them.
  for (let i = length - 1; i >= 0; i--) carets[i] ??= carets[i + 1];
  return carets as Caret[];
}

function setShape(words: Words): Letters {
  const path = shapePath(words.shape!, words.size);
  const bounds = pathBounds(path);
  const letters: Letter[] = bounds ? [{ start: 0, text: words.shape!.kind, line: 0, path, bounds, colour: null }] : [];
  return {
    ...noLetters,
    letters,
    size: words.size,
    capHeight: bounds?.height ?? words.size,
    ink: bounds,
    flatInk: bounds,
  };
}

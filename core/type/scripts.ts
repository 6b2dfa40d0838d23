/** Scripts that are kept apart when a line is cut into runs; ISO 15924 tags as the shaper takes them. */
const scripts: readonly (readonly [tag: string, name: string, letters: RegExp])[] = [
  ['Latn', 'Latin', /\p{Script=Latin}/u],
  ['Grek', 'Greek', /\p{Script=Greek}/u],
  ['Cyrl', 'Cyrillic', /\p{Script=Cyrillic}/u],
  ['Arab', 'Arabic', /\p{Script=Arabic}/u],
  ['Hebr', 'Hebrew', /\p{Script=Hebrew}/u],
  ['Deva', 'Devanagari', /\p{Script=Devanagari}/u],
  ['Beng', 'Bengali', /\p{Script=Bengali}/u],
  ['Taml', 'Tamil', /\p{Script=Tamil}/u],
  ['Thai', 'Thai', /\p{Script=Thai}/u],
  ['Geor', 'Georgian', /\p{Script=Georgian}/u],
  ['Armn', 'Armenian', /\p{Script=Armenian}/u],
  ['Hira', 'Hiragana', /\p{Script=Hiragana}/u],
  ['Kana', 'Katakana', /\p{Script=Katakana}/u],
  ['Hani', 'Han', /\p{Script=Han}/u],
  ['Hang', 'Hangul', /\p{Script=Hangul}/u],
];

/**
 * The script of a character; null for one that goes with any (digits, signs, spaces, marks) or that is not kept apart.
 */
export function scriptOf(character: string): string | null {
  let known = found.get(character);
  if (known === undefined) {
    known = scripts.find(([, , letters]) => letters.test(character))?.[0] ?? null;
    if (found.size > 5000) found.clear();
    found.set(character, known);
  }
  return known;
}

const found = new Map<string, string | null>();

export const scriptName = (tag: string): string => scripts.find(([known]) => known === tag)?.[1] ?? tag;

/** A letter of each script that a face would hardly leave out: it tells that the script is there. */
const tellTale: Record<string, string> = {
  Latn: 'A',
  Grek: 'Ψ',
  Cyrl: 'Ж',
  Arab: 'ب',
  Hebr: 'א',
  Deva: 'क',
  Beng: 'ক',
  Taml: 'க',
  Thai: 'ก',
  Geor: 'ა',
  Armn: 'Ա',
  Hira: 'あ',
  Kana: 'ア',
  Hani: '水',
  Hang: '한',
};

/** The scripts that a face can set. @param has whether it has a letter for a code point */
export function scriptsIn(has: (codePoint: number) => boolean): string[] {
  return Object.entries(tellTale)
    .filter(([, letter]) => has(letter.codePointAt(0)!))
    .map(([tag]) => tag);
}

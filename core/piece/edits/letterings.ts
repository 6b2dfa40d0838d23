import { passes } from '../../passes';
import type { Retyping } from '../../passes/pass';
import type { Echo } from '../../passes/stance/schema';
import { isPlain, keptPlaces, plainLetter, type LetterSetting } from '../../passes/words/letterSettings';
import {
  letteringDocuments,
  pictureDocuments,
  type Asset,
  type Guide,
  type Lettering,
  type Piece,
  type Slope,
} from '../schema';
import { nameByWords } from '../unnamed';
import type { Edit } from './edit';
import { dropUnused, itemOf, keepAsset, type LetteringPart } from './items';

type KeptAsset = Asset & { sha256: string };

const wordsOf = (piece: Piece, id: string): Lettering['words'] => itemOf(piece.letterings, id).words;

/** Other words; what was set by hand stays with the letters that stay: every pass brings its own part over. */
export const setText =
  (id: string, text: string): Edit =>
  (piece) => {
    const lettering = itemOf(piece.letterings, id);
    const before = lettering.words.text;
    const retyping: Retyping = {
      lettering: id,
      before,
      after: text,
      keep: (items) => keptPlaces(before, text, items),
    };
    nameByWords(piece, id, before, text);
    for (const [field, { retyped }] of Object.entries(letteringDocuments(passes)))
      retyped?.(lettering[field as LetteringPart], retyping);
    for (const [field, { retyped }] of Object.entries(pictureDocuments(passes)))
      retyped?.(piece[field as keyof Piece], retyping);
  };

/** The faces that set letters missing from the lettering's own face. */
export const setHelpers =
  (id: string, faces: readonly KeptAsset[]): Edit =>
  (piece) => {
    const words = wordsOf(piece, id);
    const keys = faces.map((face) => keepAsset(piece, face));
    if (keys.join() !== words.fallbacks.join()) words.fallbacks = keys;
    dropUnused(piece);
  };

/** Changes what is set by hand for single letters. @param places of their first units in the text */
export const setLetters =
  (
    id: string,
    places: readonly number[],
    change: (setting: Omit<LetterSetting, 'at'>) => Partial<Omit<LetterSetting, 'at'>>,
  ): Edit =>
  (piece) => {
    const words = wordsOf(piece, id);
    const settings = new Map(words.letters.map((letter) => [letter.at, letter]));
    for (const at of places) {
      const before = settings.get(at) ?? { ...plainLetter, at };
      const next = { ...before, ...change(before), at };
      if (isPlain(next)) settings.delete(at);
      else settings.set(at, next);
    }
    words.letters = [...settings.values()].sort((a, b) => a.at - b.at);
  };

/** Letters as the face and the words have them. @param places all letters when left out */
export const clearLetters =
  (id: string, places?: readonly number[]): Edit =>
  (piece) => {
    const words = wordsOf(piece, id);
    words.letters = places ? words.letters.filter(({ at }) => !places.includes(at)) : [];
  };

/** Sets the leading above one line; null takes that of all. */
export const setLeading =
  (id: string, line: number, leading: number | null): Edit =>
  (piece) => {
    const { leadings } = wordsOf(piece, id);
    while (leadings.length <= line) leadings.push(null);
    leadings[line] = leading;
    while (leadings.length > 0 && leadings[leadings.length - 1] === null) leadings.pop();
  };

export const addEcho =
  (id: string, echo: Echo): Edit =>
  (piece) =>
    void itemOf(piece.letterings, id).stance.echoes.push(echo);

export const changeEcho =
  (id: string, echo: string, change: Partial<Echo>): Edit =>
  (piece) =>
    void Object.assign(itemOf(itemOf(piece.letterings, id).stance.echoes, echo), change);

export const removeEcho =
  (id: string, echo: string): Edit =>
  (piece) => {
    const { stance } = itemOf(piece.letterings, id);
    stance.echoes = stance.echoes.filter((one) => one.id !== echo);
  };

/** Moves several letterings at once, sheet px. */
export const moveLetterings =
  (moves: readonly { id: string; dx: number; dy: number }[]): Edit =>
  (piece) => {
    for (const { id, dx, dy } of moves) {
      const { stance } = itemOf(piece.letterings, id);
      stance.x += dx;
      stance.y += dy;
      if (stance.keeping && dx !== 0) stance.keeping.across = false;
      if (stance.keeping && dy !== 0) stance.keeping.down = false;
    }
  };

export const addGuide =
  (guide: Guide): Edit =>
  (piece) =>
    void piece.guides.push(guide);

export const moveGuide =
  (id: string, at: number): Edit =>
  (piece) =>
    void (itemOf(piece.guides, id).at = at);

export const removeGuide =
  (id: string): Edit =>
  (piece) =>
    void (piece.guides = piece.guides.filter((guide) => guide.id !== id));

export const addSlope =
  (slope: Slope): Edit =>
  (piece) =>
    void piece.slopes.push(slope);

export const changeSlope =
  (id: string, change: Partial<Pick<Slope, 'from' | 'to'>>): Edit =>
  (piece) =>
    void Object.assign(itemOf(piece.slopes, id), change);

export const removeSlope =
  (id: string): Edit =>
  (piece) =>
    void (piece.slopes = piece.slopes.filter((slope) => slope.id !== id));

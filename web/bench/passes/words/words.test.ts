import type { Caret, Letters } from '../../../../core/type/letters';
import { plainWords } from '../../../../core/passes/words/schema';
import { plainLetter } from '../../../../core/passes/words/letterSettings';
import { setWords } from '../../../../core/passes/words/render';
import { blankLettering, blankPiece } from '../../../../core/piece/blank';
import { applyEdit } from '../../../../core/piece/edits/edit';
import { addLettering } from '../../../../core/piece/edits/items';
import { readFacts } from '../../../../core/type/faceFacts';
import { faceBytes, shippedFace } from '../../../../core/testing/faces';
import type { StoredFace } from '../../../api/faces';
import { caretAt, selectionBoxes, textPlaceAt } from './caret';
import { toLettering } from '../../view/plane';
import { chosenLetters, pairAt, settingAt } from './letterChoice';
import { helpFor } from '../../../../core/type/fallback';
import { changedWords } from './wordsEdit';

const face = shippedFace('bowlby-one');
const materials = {
  face: () => face,
  picture: () => {
    throw new Error('none');
  },
};
const words = plainWords({ text: 'KILN\n& KITE', face: 'f', size: 100, leading: 1, tracking: 0, alignment: 'left' });
const letters: Letters = setWords(words, materials);
const middle = ({ foot, head }: Caret): [number, number] => [(foot[0] + head[0]) / 2, (foot[1] + head[1]) / 2];

describe('the caret', () => {
  test('every place of the text is found again at its own caret', () => {
    for (let place = 0; place <= words.text.length; place++)
      expect(textPlaceAt(letters, middle(caretAt(letters, place)!))).toBe(place);
  });
  test('a click beside a line goes to its nearest end; where there are no lines, to the start', () => {
    const [first] = letters.lines;
    expect(textPlaceAt(letters, [9999, middle(first.carets[0])[1]])).toBe(4);
    expect(textPlaceAt({ ...letters, lines: [] }, [5, 5])).toBe(0);
    expect(caretAt({ ...letters, lines: [] }, 0)).toBeNull();
  });
  test('a selection over two lines is a box for each letter of it', () => {
    expect(selectionBoxes(letters, 3, 7)).toHaveLength(3);
    expect(selectionBoxes(letters, 2, 2)).toEqual([]);
    const [box] = selectionBoxes(letters, 0, 1);
    expect(box[1][0] - box[0][0]).toBeCloseTo(letters.lines[0].carets[1].foot[0], 6);
  });
  test('from the sheet back to the plane in which words were laid out, past what bends it', () => {
    const bent: Letters = {
      ...letters,
      place: { a: 2, b: 0, c: 0, d: 2, e: 10, f: 20 },
      warp: { key: 'test', forward: ([x, y]) => [x, y + 5], backward: ([x, y]) => [x, y - 5] },
    };
    expect(toLettering(bent, [30, 50])).toEqual([10, 10]);
  });
});

describe('letters that are chosen', () => {
  test('are those that begin in the selection; at a caret it is the pair on both sides, never over a line’s end', () => {
    expect(chosenLetters(letters, [1, 3])).toEqual([1, 2]);
    expect(pairAt(letters, 2)).toEqual({ left: 1, right: 2 });
    for (const end of [0, 4, 5, words.text.length]) expect(pairAt(letters, end)).toBeNull();
  });
  test('have their own setting, or a plain one', () => {
    const set = { ...words, letters: [{ ...plainLetter, at: 2, space: 0.1 }] };
    expect(settingAt(set, 2).space).toBe(0.1);
    expect(settingAt(set, 1)).toEqual({ ...plainLetter, at: 1 });
  });
});

describe('faces that help out', () => {
  const stored = (file: string, letter: string): StoredFace => ({
    kind: 'face',
    name: file,
    sha256: letter.repeat(64),
    mime: 'font/sfnt',
    bytes: 1,
    width: null,
    height: null,
    channels: null,
    shipped: 1,
    facts: readFacts(faceBytes(file)),
  });
  const faces = [stored('bowlby-one', 'a'), stored('lalezar', 'b'), stored('commissioner-black', 'c')];
  const sheet = { width: 600, height: 400, ppi: 300, paint: '#ffffff' };
  const piece = applyEdit(
    blankPiece('p', sheet),
    addLettering(blankLettering('w', 'w', 'KITE', sheet), { kind: 'face', name: 'bowlby-one', sha256: 'a'.repeat(64) }),
  ).piece;

  const bare = { faces, lettersOf: () => null };

  test('come with the letters that need them and go with them', () => {
    const bench = { ...bare, piece };
    const greek = applyEdit(piece, changedWords(bench, piece.letterings[0], { text: 'ΚΑΜΙΝΙ طين' })).piece;
    expect(
      Object.values(greek.assets)
        .map(({ name }) => name)
        .sort(),
    ).toEqual(['bowlby-one', 'commissioner-black', 'lalezar']);
    const latin = applyEdit(
      greek,
      changedWords({ ...bare, piece: greek }, greek.letterings[0], { text: 'KILN' }),
    ).piece;
    expect(latin.letterings[0].words.fallbacks).toEqual([]);
    expect(Object.keys(latin.assets)).toHaveLength(1);
  });
  test('are not needed where the new face has all', () => {
    const greek = applyEdit(piece, changedWords({ ...bare, piece }, piece.letterings[0], { text: 'ΚΑΜΙΝΙ' })).piece;
    const changed = applyEdit(
      greek,
      changedWords({ ...bare, piece: greek }, greek.letterings[0], { face: faces[2] }),
    ).piece;
    expect(changed.letterings[0].words.fallbacks).toEqual([]);
    expect(Object.values(changed.assets).map(({ name }) => name)).toEqual(['commissioner-black']);
  });
  test('what is shown counts, not what is typed; what nobody has is told', () => {
    expect(helpFor({ text: 'kiln 🪁', upperCase: true }, faces[0], faces)).toEqual({ helpers: [], nowhere: ['🪁'] });
    expect(helpFor({ text: 'Ж', upperCase: false }, undefined, faces)).toEqual({ helpers: [], nowhere: [] });
  });
});

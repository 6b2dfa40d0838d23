import { blankLettering, blankPiece } from '../blank';
import { pieceSchema } from '../schema';
import { applyEdit, problemWith, type Edit } from './edit';
import {
  addEcho,
  addGuide,
  addSlope,
  changeEcho,
  changeSlope,
  clearLetters,
  moveGuide,
  moveLetterings,
  removeEcho,
  removeGuide,
  setHelpers,
  setLeading,
  setLetters,
  setText,
} from './letterings';
import { addLettering, freeId, removeItem } from './items';
import { addVeil, setCrossings } from './veils';

const sheet = { width: 600, height: 400, ppi: 300, paint: '#ffffff' };
const face = (letter: string) => ({ kind: 'face' as const, name: letter, sha256: letter.repeat(64) });
const after = (...edits: Edit[]) =>
  edits.reduce(
    (piece, edit) => applyEdit(piece, edit).piece,
    applyEdit(blankPiece('p', sheet), addLettering(blankLettering('w', 'w', 'KITE', sheet), face('a'))).piece,
  );

test('retyping keeps what was set for the letters that stay', () => {
  const piece = after(
    setLetters('w', [2, 3], () => ({ colour: '#ff0000' })),
    setText('w', 'KNITE'),
  );
  expect(piece.letterings[0].words).toMatchObject({
    text: 'KNITE',
    letters: [
      { at: 3, colour: '#ff0000' },
      { at: 4, colour: '#ff0000' },
    ],
  });
});

test('a letter brought back to plain is forgotten, others stay', () => {
  const piece = after(
    setLetters('w', [0, 1], ({ space }) => ({ space: space + 0.1 })),
    setLetters('w', [0], ({ space }) => ({ space: space - 0.1 })),
  );
  expect(piece.letterings[0].words.letters.map(({ at }) => at)).toEqual([1]);
  expect(
    after(
      setLetters('w', [0, 1], () => ({ rotation: 5 })),
      clearLetters('w', [1]),
    ).letterings[0].words.letters.map(({ at }) => at),
  ).toEqual([0]);
  expect(
    after(
      setLetters('w', [0, 1], () => ({ rotation: 5 })),
      clearLetters('w'),
    ).letterings[0].words.letters,
  ).toEqual([]);
});

test('helping faces come into the piece and leave it when they are not needed', () => {
  const helped = after(setHelpers('w', [face('b'), face('c')]));
  expect(Object.keys(helped.assets)).toHaveLength(3);
  expect(helped.letterings[0].words.fallbacks).toHaveLength(2);
  expect(problemWith(helped)).toBeNull();
  expect(Object.keys(applyEdit(helped, setHelpers('w', [face('c')])).piece.assets)).toHaveLength(2);
  expect(Object.keys(applyEdit(helped, removeItem('w')).piece.assets)).toHaveLength(0);
});

test('leading by line, echoes, guides and slopes', () => {
  expect(after(setLeading('w', 2, 0.7)).letterings[0].words.leadings).toEqual([null, null, 0.7]);
  expect(after(setLeading('w', 2, 0.7), setLeading('w', 2, null)).letterings[0].words.leadings).toEqual([]);
  const echo = {
    id: 'e',
    x: 1,
    y: 2,
    mirror: 'none',
    scale: 1,
    rotation: 0,
    opacity: 0.5,
    times: 1,
    fade: 1,
    outline: null,
    colour: null,
  } as const;
  expect(after(addEcho('w', echo), changeEcho('w', 'e', { times: 4 })).letterings[0].stance.echoes[0].times).toBe(4);
  expect(after(addEcho('w', echo), removeEcho('w', 'e')).letterings[0].stance.echoes).toEqual([]);
  expect(after(addGuide({ id: 'g', axis: 'x', at: 10 }), moveGuide('g', 20)).guides).toEqual([
    { id: 'g', axis: 'x', at: 20 },
  ]);
  const piece = after(addGuide({ id: freeId(blankPiece('p', sheet), 'guide'), axis: 'y', at: 10 }));
  expect(freeId(piece, 'guide')).toBe('guide-2');
  expect(applyEdit(piece, removeGuide('guide-1')).piece.guides).toEqual([]);
  expect(
    after(addSlope({ id: 's', from: [0, 0], to: [10, 5] }), changeSlope('s', { to: [20, 5] })).slopes[0].to,
  ).toEqual([20, 5]);
  expect(after(moveLetterings([{ id: 'w', dx: 3, dy: -4 }])).letterings[0].stance).toMatchObject({ x: 303, y: 196 });
});

test('a shape needs no face, words do', () => {
  const shape = blankLettering('s', 's', '', sheet);
  const piece = applyEdit(
    blankPiece('p', sheet),
    addLettering({ ...shape, words: { ...shape.words, shape: { kind: 'ellipse', height: 1 } } }, null),
  ).piece;
  expect(pieceSchema.safeParse(piece).success).toBe(true);
  expect(problemWith(applyEdit(blankPiece('p', sheet), addLettering(shape, null)).piece)).toMatch(/face|asset/);
});

test('a turned crossing goes with its letter when the words are edited, and with its lettering or veil when they go', () => {
  const woven = after(
    addVeil({ id: 'v', name: 'jar', plate: 'p' }),
    setCrossings([
      { veil: 'v', lettering: 'w', at: 1, over: false },
      { veil: 'v', lettering: 'w', at: 3, over: false },
    ]),
  );
  expect(woven.weave.map(({ at }) => at)).toEqual([1, 3]);
  expect(applyEdit(woven, setText('w', 'SKITE')).piece.weave.map(({ at }) => at)).toEqual([2, 4]);
  expect(applyEdit(woven, setText('w', 'KIT')).piece.weave.map(({ at }) => at)).toEqual([1]);
  // Turned back, it need not be said any more.
  expect(
    applyEdit(woven, setCrossings([{ veil: 'v', lettering: 'w', at: 1, over: true }])).piece.weave.map(({ at }) => at),
  ).toEqual([3]);
  expect(applyEdit(woven, removeItem('v')).piece.weave).toEqual([]);
  expect(applyEdit(woven, removeItem('w')).piece.weave).toEqual([]);
});

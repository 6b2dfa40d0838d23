import { coatSchema, solidCoat } from '../../coats/schema';
import { plainGrade } from '../../passes/grade/schema';
import { plainPanel } from '../../passes/ink/panel/schema';
import { plainOutline } from '../../passes/outlines/schema';
import { blankLettering, blankPiece } from '../blank';
import type { Piece } from '../schema';
import { applyEdit, problemWith, type Edit } from './edit';
import { addGrade, moveGrade, setGradeReach } from './grades';
import {
  addCoat,
  addPictureCoat,
  addToPictures,
  coatsIn,
  dropFromPictures,
  moveCoat,
  putPanel,
  removeCoat,
  setCoat,
  setPanel,
  setSlips,
  type CoatsAt,
} from './ink';
import { setText } from './letterings';
import { addOutline, freeOutline, moveOutline, removeOutline, setOutline } from './outlines';
import { addLettering, changePart, changeItem, removeItem } from './items';
import { addVeil } from './veils';

const sheet = { width: 600, height: 400, ppi: 300, paint: '#ffffff' };
const asset = (kind: 'face' | 'plate', letter: string) => ({ kind, name: letter, sha256: letter.repeat(64) }) as never;
const start = applyEdit(
  blankPiece('p', sheet),
  addLettering(blankLettering('w', 'w', 'KITE', sheet), asset('face', 'a')),
).piece;
/** The piece after some edits; it is valid after each. */
const after = (...edits: Edit[]): Piece =>
  edits.reduce((piece, edit) => {
    const next = applyEdit(piece, edit).piece;
    expect(problemWith(next)).toBeNull();
    return next;
  }, start);
const ink: CoatsAt = { of: 'ink', lettering: 'w' };
const outline = (id: string) => plainOutline({ id, unit: 'px', width: 3, side: 'outside', colour: '#123456' });

test('coats of the sheet, the ink, the panel, its openings and an outline are laid on, changed, moved and taken off alike', () => {
  const places: CoatsAt[] = [
    { of: 'sheet' },
    ink,
    { of: 'panel', lettering: 'w' },
    { of: 'opening', lettering: 'w' },
    { of: 'outline', lettering: 'w', outline: 'o' },
  ];
  for (const at of places) {
    const ready = [
      putPanel('w', plainPanel({ shape: { kind: 'sheet' }, colour: '#000' })),
      addOutline('w', outline('o')),
    ];
    const before = coatsIn(after(...ready), at).length;
    const piece = after(
      ...ready,
      addCoat(at, solidCoat({ colour: '#111111' })),
      addCoat(at, solidCoat({ colour: '#222222' })),
      moveCoat(at, before, before + 1),
      setCoat(at, before, { opacity: 0.5 }),
    );
    expect(coatsIn(piece, at).slice(before)).toMatchObject([
      { colour: '#222222', opacity: 0.5 },
      { colour: '#111111' },
    ]);
    expect(coatsIn(applyEdit(piece, removeCoat(at, before)).piece, at).slice(before)).toMatchObject([
      { colour: '#111111' },
    ]);
  }
  expect(() => coatsIn(start, { of: 'panel', lettering: 'w' })).toThrow(/no longer a panel/);
  expect(() => coatsIn(start, { of: 'outline', lettering: 'w', outline: 'gone' })).toThrow();
});

test('pictures come with their assets and go with the last coat that names them', () => {
  const piece = after(
    addPictureCoat(ink, asset('plate', 'b')),
    addToPictures(ink, 1, asset('plate', 'c')),
    addPictureCoat({ of: 'sheet' }, asset('plate', 'b')),
  );
  const kinds = (one: Piece): string[] =>
    Object.values(one.assets)
      .map(({ name }) => name)
      .sort();
  expect(kinds(piece)).toEqual(['a', 'b', 'c']);
  const fewer = applyEdit(piece, dropFromPictures(ink, 1, 0)).piece;
  expect(kinds(fewer)).toEqual(['a', 'b']);
  expect(kinds(applyEdit(fewer, removeCoat(ink, 1)).piece)).toEqual(['a', 'b']);
  expect(kinds(applyEdit(applyEdit(fewer, removeCoat(ink, 1)).piece, removeCoat({ of: 'sheet' }, 0)).piece)).toEqual([
    'a',
  ]);
});

test('what a coat has for single letters goes with them when the words are edited', () => {
  const piece = after(
    addPictureCoat(ink, asset('plate', 'b')),
    setSlips(ink, 1, [
      { at: 1, x: 0.1, y: 0, scale: 1 },
      { at: 3, x: 0.3, y: 0, scale: 1 },
    ]),
    addCoat(ink, coatSchema.parse({ kind: 'solid', colour: 'red', opacity: 1, reach: { kind: 'letter', at: 2 } })),
    setText('w', 'SKITE'),
  );
  expect(piece.letterings[0].ink.coats[1]).toMatchObject({
    slips: [
      { at: 2, x: 0.1 },
      { at: 4, x: 0.3 },
    ],
  });
  expect(piece.letterings[0].ink.coats[2].reach).toEqual({ kind: 'letter', at: 3 });
  expect(
    coatsIn(
      after(
        addPictureCoat(ink, asset('plate', 'b')),
        setSlips(ink, 1, [{ at: 1, x: 1, y: 1, scale: 1 }]),
        setSlips(ink, 1, [{ at: 0, x: 2, y: 2, scale: 1 }]),
      ),
      ink,
    )[1],
  ).toMatchObject({ slips: [{ at: 0 }, { at: 1 }] });
});

test('panel, laying and outlines are set; outlines keep ids of their own', () => {
  const piece = after(
    putPanel('w', plainPanel({ shape: { kind: 'ellipse' }, colour: '#000' })),
    setPanel('w', { knockout: 'below' }),
    changePart('w', 'ink', { together: 'multiply' }),
    addOutline('w', outline('outline-1')),
    addOutline('w', outline('outline-2')),
    moveOutline('w', 1, 0),
    setOutline('w', 'outline-2', { front: true }),
    changePart('w', 'outlines', { round: 0.1 }),
  );
  const [{ ink: own, outlines }] = piece.letterings;
  expect([
    own.panel!.knockout,
    own.together,
    outlines.round,
    outlines.list.map(({ id, front }) => `${id} ${front}`),
  ]).toEqual(['below', 'multiply', 0.1, ['outline-2 true', 'outline-1 false']]);
  expect(freeOutline(outlines.list)).toBe('outline-3');
  expect(applyEdit(piece, removeOutline('w', 'outline-2')).piece.letterings[0].outlines.list).toHaveLength(1);
  expect(applyEdit(piece, putPanel('w', null)).piece.letterings[0].ink.panel).toBeNull();
});

test('grades go with the letters or the veil that they reach for', () => {
  const plate = {
    ...start,
    plates: [{ id: 'p', name: 'p', asset: 'b', scale: 1, x: 0, y: 0 }],
    assets: { ...start.assets, b: asset('plate', 'b') },
  };
  const graded = [
    addVeil({ id: 'v', name: 'v', plate: 'p' }),
    addGrade(plainGrade('g', { lettering: 'w', area: 'inside', on: { kind: 'all' } })),
    addGrade(plainGrade('h', { lettering: 'w', area: 'outside', on: { kind: 'behind', veil: 'v' } })),
  ].reduce((piece, edit) => applyEdit(piece, edit).piece, plate as Piece);
  expect(problemWith(graded)).toBeNull();
  const ids = (edit: Edit): string[] => applyEdit(graded, edit).piece.grades.map(({ id }) => id);
  expect(ids(removeItem('v'))).toEqual(['g']);
  expect(ids(removeItem('w'))).toEqual([]);
  expect(ids(moveGrade(0, 1))).toEqual(['h', 'g']);
  expect(ids(removeItem('g'))).toEqual(['h']);
  expect(applyEdit(graded, changeItem('grades', 'g', { hue: 30 })).piece.grades[0].hue).toBe(30);
  expect(problemWith(applyEdit(graded, setGradeReach('g', { on: { kind: 'veil', veil: 'gone' } })).piece)).toMatch(
    /grade reaches/,
  );
});

import { applyEdit, type Edit } from '../piece/edits/edit';
import { addLettering, changePart } from '../piece/edits/items';
import { setText } from '../piece/edits/letterings';
import { setKeeping, setStance, steadily } from '../piece/edits/steady';
import { blankLettering, blankPiece } from '../piece/blank';
import type { Lettering, Piece } from '../piece/schema';
import { shippedFace } from '../testing/faces';
import type { Letters } from '../type/letters';
import { standingBox } from '../type/standing';
import { arrange } from './arrange';

const face = shippedFace('bowlby-one');
const materials = {
  face: () => face,
  picture: (): never => {
    throw new Error('There are no pictures here.');
  },
};
const lettersOf = (lettering: Lettering): Letters => arrange(lettering, materials);
const sheet = { width: 2000, height: 1000, ppi: 300, paint: '#ffffff' };

/** A piece with a word on it. */
function pieceWith(text: string, words: Partial<Lettering['words']> = {}, stance: Partial<Lettering['stance']> = {}) {
  const piece = blankPiece('p', sheet);
  const blank = blankLettering('w', 'w', text, sheet);
  addLettering(
    {
      ...blank,
      words: { ...blank.words, face: 'f', size: 100, ...words },
      stance: { ...blank.stance, x: 900, y: 500, ...stance },
    },
    null,
  )(piece);
  return piece;
}

const boxOf = (piece: Piece) => standingBox(lettersOf(piece.letterings[0]))!;
const after = (piece: Piece, edit: Edit): Piece => applyEdit(piece, steadily('w', edit, lettersOf)).piece;
const middle = ({ x, y, width, height }: ReturnType<typeof boxOf>) => [x + width / 2, y + height / 2];

test.each(['left', 'centre', 'right'] as const)('other words, aligned %s: that edge of the ink stays', (alignment) => {
  const edge = (one: Piece): number => {
    const { x, width } = boxOf(one);
    return x + width * { left: 0, centre: 0.5, right: 1 }[alignment];
  };
  let piece = pieceWith('KILN', { alignment });
  const before = edge(piece);
  for (const text of ['KILNS', 'KILNWALLS', 'I', 'KILN']) {
    piece = after(piece, setText('w', text));
    expect(edge(piece)).toBeCloseTo(before, 3);
  }
});

test('turned words come back to where they were', () => {
  const piece = pieceWith('KILN', { alignment: 'left' }, { rotation: 30 });
  const again = after(after(piece, setText('w', 'KILNWALLS')), setText('w', 'KILN'));
  expect(middle(boxOf(again))[0]).toBeCloseTo(middle(boxOf(piece))[0], 3);
  expect(middle(boxOf(again))[1]).toBeCloseTo(middle(boxOf(piece))[1], 3);
});

test('a line stays on its baseline when letters with descenders come, and a further line keeps the middle', () => {
  const piece = pieceWith('Kiln');
  const { y, height } = boxOf(piece);
  const descending = boxOf(after(piece, setText('w', 'Kilny')));
  expect(descending.y).toBeCloseTo(y, 3);
  expect(descending.height).toBeGreaterThan(height + 5);
  const two = after(piece, setText('w', 'Kiln\nweek'));
  expect(middle(boxOf(two))[1]).toBeCloseTo(y + height / 2, 3);
});

test('another alignment or lockup leaves the block where it is: its middle stays', () => {
  const piece = pieceWith('KILN\nWALLS OF CLAY');
  const before = middle(boxOf(piece));
  const changes: Partial<Lettering['words']>[] = [
    { alignment: 'left' },
    { alignment: 'right' },
    { lockup: { kind: 'one-width', width: 900, gap: 0.02 } },
    { lockup: { kind: 'stacked', gap: 0.08 } },
    { lockup: { kind: 'justified', width: 900 } },
    { lockup: { kind: 'arc', radius: 700 } },
  ];
  for (const change of changes) {
    const box = boxOf(after(piece, changePart('w', 'words', change)));
    // A stack is taller than the sheet here, and is not moved down or up.
    expect(middle(box)[0]).toBeCloseTo(before[0], 3);
    if (box.height < sheet.height) expect(middle(box)[1]).toBeCloseTo(before[1], 3);
  }
});

test('new words come to stand inside the sheet wherever they are begun, and those that hung over stay so', () => {
  for (const [x, y] of [
    [5, 5],
    [1995, 5],
    [1995, 995],
    [1000, 1000],
  ]) {
    const box = boxOf(after(pieceWith('', {}, { x, y }), setText('w', 'KILNWALLS')));
    expect(box.x).toBeGreaterThanOrEqual(-1e-6);
    expect(box.y).toBeGreaterThanOrEqual(-1e-6);
    expect(box.x + box.width).toBeLessThanOrEqual(sheet.width + 1e-6);
    expect(box.y + box.height).toBeLessThanOrEqual(sheet.height + 1e-6);
  }
  const hanging = pieceWith('KILN', {}, { x: 0 });
  expect(boxOf(after(hanging, setText('w', 'KILNS'))).x).toBeLessThan(-50);
});

test('centred words stay centred, and within their width, whatever they become; let go they are free', () => {
  let piece = pieceWith('KILN', { alignment: 'left' }, { scale: 3 });
  const keep = (change: Parameters<typeof setKeeping>[1]) => applyEdit(piece, setKeeping('w', change, lettersOf)).piece;
  const [, y] = middle(boxOf(piece));
  piece = keep({ across: true });
  expect(middle(boxOf(piece))[0]).toBeCloseTo(1000, 6);
  expect(middle(boxOf(piece))[1]).toBeCloseTo(y, 6);
  const { width } = boxOf(piece);
  piece = keep({ width });
  for (const text of ['KILNS', 'KILNWALLS', 'I', 'KILN\nKILNS', 'KILN']) {
    piece = after(piece, setText('w', text));
    expect(middle(boxOf(piece))[0]).toBeCloseTo(1000, 3);
    expect(boxOf(piece).width).toBeLessThanOrEqual(width + 1e-3);
    // It is only as small as it must be, and grows again.
    const { scale } = piece.letterings[0].stance;
    expect(scale).toBeLessThanOrEqual(3);
    if (scale < 3 - 1e-6) expect(boxOf(piece).width).toBeCloseTo(width, 3);
  }
  expect(piece.letterings[0].stance.scale).toBeCloseTo(3, 6);
  // Moved by hand across, it is no longer centred; its width stays kept.
  const { x } = piece.letterings[0].stance;
  const moved = applyEdit(piece, setStance('w', { x: x + 50 })).piece;
  expect(moved.letterings[0].stance.keeping).toMatchObject({ across: false, width });
  expect(applyEdit(moved, setKeeping('w', { width: null }, lettersOf)).piece.letterings[0].stance.keeping).toBeNull();
});

test('turned about its middle a kept word stays kept; scaled by hand that scale is wished for', () => {
  const piece = applyEdit(pieceWith('KILN'), setKeeping('w', { across: true, down: true }, lettersOf)).piece;
  const { stance } = piece.letterings[0];
  const turned = applyEdit(piece, setStance('w', { rotation: 20, x: stance.x + 9, y: stance.y - 4 })).piece;
  expect(turned.letterings[0].stance.keeping).toMatchObject({ across: true, down: true });
  const scaled = applyEdit(piece, setStance('w', { scale: 2 })).piece;
  expect(scaled.letterings[0].stance.keeping).toMatchObject({ across: true, scale: 2 });
  const typed = after(scaled, setText('w', 'KILNS'));
  expect(middle(boxOf(typed))[0]).toBeCloseTo(1000, 3);
  expect(middle(boxOf(typed))[1]).toBeCloseTo(500, 3);
  expect(typed.letterings[0].stance.scale).toBe(2);
});

import { blurSchema } from '../passes/focus/schema';
import { applyEdit, type Edit } from '../piece/edits/edit';
import { changeItem, changePart, moveInDepth, removeItem, renameLettering, setField } from '../piece/edits/items';
import { setText } from '../piece/edits/letterings';
import { resizeSheet } from '../piece/edits/resize';
import { pieceSchema, type Piece } from '../piece/schema';
import { sizeSchema, type PieceSize } from '../piece/sizeSchema';
import { addSize, changeSize, followAgain, leaveOut, removeSize, resizeSize } from './edits';
import { inSize } from './editInSize';
import { brokenAs, isSameText, linesOf, withLines } from './lines';
import { demoPiece } from '../testing/demoPieces';
import { pieceAt } from './pieceAt';
import { seenPiece } from './seen';

const story: PieceSize = sizeSchema.parse({
  id: 'size-1',
  name: 'Story',
  width: 1080,
  height: 1920,
  ppi: 96,
  crop: { scale: 1.6, x: -700, y: 20 },
});
const woven = applyEdit(demoPiece('woven'), addSize(story)).piece;
const [word] = woven.letterings;
const [plate] = woven.plates;

const edited = (piece: Piece, ...edits: Edit[]): Piece =>
  edits.reduce((one, edit) => applyEdit(one, inSize('size-1', edit)).piece, piece);
/** Without sizes and what of them is their own: the design. */
const design = (piece: Piece): Piece => ({ ...piece, sizes: [] });

describe('a size', () => {
  test('shows the design by its crop: letters, photographs and what is in px go along', () => {
    const shown = pieceAt(woven, 'size-1');
    expect(shown.sheet).toMatchObject({ width: 1080, height: 1920, ppi: 96, paint: woven.sheet.paint });
    const { x, y, scale } = shown.letterings[0].stance;
    expect(x).toBeCloseTo(word.stance.x * 1.6 - 700, 9);
    expect(y).toBeCloseTo(word.stance.y * 1.6 + 20, 9);
    expect(scale).toBeCloseTo(word.stance.scale * 1.6, 9);
    expect(shown.plates[0]).toMatchObject({ scale: plate.scale * 1.6, x: plate.x * 1.6 - 700, y: plate.y * 1.6 + 20 });
    expect(shown.veils[0].cuts).toEqual(woven.veils[0].cuts);
    expect(shown.veils[0].feather).toBeCloseTo(woven.veils[0].feather * 1.6, 9);
    expect(pieceSchema.safeParse(shown).success).toBe(true);
    expect(pieceAt(woven, null)).toBe(woven);
    expect(pieceAt(woven, 'size-1')).toBe(shown);
  });

  test('has its own stance: the first sheet keeps its own, and what is measured in px of the letters follows', () => {
    const next = edited(woven, changePart(word.id, 'stance', { x: 300, scale: 2 }));
    expect(design(next)).toEqual(design(woven));
    const own = next.sizes[0].letterings[word.id];
    expect(own.place).toMatchObject({ x: 300, scale: 2 });
    expect(pieceAt(next, 'size-1').letterings[0].stance).toMatchObject({ x: 300, scale: 2 });
    // A shadow that lies 10 px off on the first sheet lies as far off as the letters are larger.
    const offset = applyEdit(next, (piece) => {
      piece.letterings[0].focus.motion = { angle: 0, length: 10 } as never;
    }).piece;
    const factor = 2 / word.stance.scale;
    expect(pieceAt(offset, 'size-1').letterings[0].focus.motion!.length).toBeCloseTo(10 * factor, 9);
    const free = applyEdit(next, followAgain('size-1', 2, word.id)).piece;
    expect(free).toEqual(woven);
  });

  test('changes the design of all sizes where nothing is its own, to the last digit', () => {
    const next = edited(
      woven,
      setText(word.id, 'RAKU'),
      changePart(word.id, 'ink', { opacity: 0.5 } as never),
      renameLettering(word.id, 'other'),
      moveInDepth(word.id, 0),
    );
    const straight = [
      setText(word.id, 'RAKU'),
      changePart(word.id, 'ink', { opacity: 0.5 } as never),
      renameLettering(word.id, 'other'),
      moveInDepth(word.id, 0),
    ].reduce((one, edit) => applyEdit(one, edit).piece, woven);
    expect(next).toEqual(straight);
  });

  test('a length in px that is changed in a size comes back at the scale of the first sheet', () => {
    const next = edited(woven, (piece) => {
      piece.letterings[0].focus.motion = { angle: 0, length: 16 } as never;
      piece.veils[0].feather = 3.2;
    });
    expect(next.letterings[0].focus.motion!.length).toBeCloseTo(10, 9);
    expect(next.veils[0].feather).toBeCloseTo(2, 9);
    expect(next.sizes).toEqual(woven.sizes);
  });

  test('letters are as blurred and as grainy as the photograph is there, whatever their own size', () => {
    const blurred = applyEdit(edited(woven, changePart(word.id, 'stance', { scale: 0.3 })), (piece) => {
      piece.letterings[0].focus.blur = blurSchema.parse({ sigma: 2 });
    }).piece;
    expect(pieceAt(blurred, 'size-1').letterings[0].focus.blur!.sigma).toBeCloseTo(3.2, 9);
    const back = edited(blurred, (piece) => void (piece.letterings[0].focus.blur!.sigma = 4.8));
    expect(back.letterings[0].focus.blur!.sigma).toBeCloseTo(3, 9);
  });

  test('a plane drawn in a size lies in the same place of the photograph in all of them', () => {
    const lines = [0, 1, 2, 3].map((i) => [
      [100, 200 + i],
      [500, 260 + i],
    ]);
    const next = edited(woven, setField('planes', [{ id: 'plane-1', name: 'wall', lines }] as never));
    expect(next.planes[0].lines[0][0][0]).toBeCloseTo((100 + 700) / 1.6, 6);
    expect(next.planes[0].lines[0][0][1]).toBeCloseTo((200 - 20) / 1.6, 6);
    expect(pieceAt(next, 'size-1').planes[0].lines[0][0][0]).toBeCloseTo(100, 6);
  });

  test('photographs, the sheet and what is left out are its own; new letterings are in all', () => {
    const lettering = { ...structuredClone(word), id: 'second' };
    lettering.stance = { ...lettering.stance, x: 260, y: 660, scale: 1.6 };
    const next = edited(
      woven,
      changeItem('plates', plate.id, { x: -100 }),
      (piece) => void (piece.sheet.width = 1200),
      (piece) => {
        piece.letterings.push(lettering);
        piece.depth.push('second');
      },
    );
    expect(next.sheet).toEqual(woven.sheet);
    expect(next.plates).toEqual(woven.plates);
    expect(next.sizes[0].plates[plate.id].x).toBe(-100);
    expect(next.sizes[0].width).toBe(1200);
    const { stance } = next.letterings.at(-1)!;
    expect([stance.x, stance.y, stance.scale].map((value) => Math.round(value * 1e6) / 1e6)).toEqual([600, 400, 1]);
    const out = applyEdit(next, leaveOut('size-1', 'second', true)).piece;
    expect(seenPiece(pieceAt(out, 'size-1')).letterings.map(({ id }) => id)).not.toContain('second');
    expect(seenPiece(out).letterings.map(({ id }) => id)).toContain('second');
    expect(pieceSchema.safeParse(seenPiece(pieceAt(out, 'size-1'))).success).toBe(true);
    // Who removes it removes it from all, with what was its own.
    const gone = edited(out, removeItem('second'));
    expect(gone.letterings.map(({ id }) => id)).not.toContain('second');
    expect(gone.sizes[0].out).toEqual([]);
    expect(pieceSchema.safeParse(gone).success).toBe(true);
  });

  test('stays as it is when the first sheet takes another size', () => {
    const picture = { width: 1800, height: 1200 };
    const size = { width: 900, height: 900 };
    const next = applyEdit(
      woven,
      resizeSheet(size, () => picture, null),
    ).piece;
    const [before, after] = [woven, next].map((piece) => pieceAt(piece, 'size-1'));
    for (const field of ['x', 'y', 'scale'] as const) {
      expect(after.letterings[0].stance[field]).toBeCloseTo(before.letterings[0].stance[field], 6);
      expect(after.plates[0][field]).toBeCloseTo(before.plates[0][field], 6);
    }
  });

  test('takes another width: its words stay within, its photograph covers it', () => {
    const next = applyEdit(woven, resizeSize('size-1', { width: 540, height: 1920 }, null)).piece;
    const [before, after] = [woven, next].map((piece) => pieceAt(piece, 'size-1'));
    expect(after.letterings[0].stance.scale).toBeCloseTo(before.letterings[0].stance.scale / 2, 9);
    expect(after.plates[0].scale).toBeCloseTo(before.plates[0].scale, 9);
    expect(after.plates[0].x).toBeCloseTo(before.plates[0].x - 270, 6);
    expect(design(next)).toEqual(design(woven));
  });

  test('an edit of a size changes no more of the piece than it must', () => {
    const moved = applyEdit(woven, inSize('size-1', changePart(word.id, 'stance', { x: 300 })));
    expect(moved.patches.map(({ path }) => path.join('/'))).toEqual([`sizes/0/letterings/${word.id}`]);
    const inked = applyEdit(woven, inSize('size-1', changePart(word.id, 'ink', { opacity: 0.5 } as never)));
    expect(inked.patches.map(({ path }) => path.slice(0, 3).join('/'))).toEqual(['letterings/0/ink']);
  });

  test('renamed, removed and changed as a whole, whichever size is on the bench', () => {
    const next = edited(woven, changeSize('size-1', { name: 'Tall' }));
    expect(next.sizes[0].name).toBe('Tall');
    expect(edited(next, removeSize('size-1')).sizes).toEqual([]);
  });
});

describe('lines', () => {
  test('are the size’s own; the words are those of all', () => {
    const two = applyEdit(woven, setText(word.id, 'KILN OPENING DAY')).piece;
    const broken = edited(two, setText(word.id, 'KILN\nOPENING DAY'));
    expect(broken.letterings[0].words.text).toBe('KILN OPENING DAY');
    expect(broken.sizes[0].letterings[word.id].lines).toEqual([1, 2]);
    expect(pieceAt(broken, 'size-1').letterings[0].words.text).toBe('KILN\nOPENING DAY');
    const other = edited(broken, setText(word.id, 'KILN\nCLOSING DAY'));
    expect(other.letterings[0].words.text).toBe('KILN CLOSING DAY');
    expect(pieceAt(other, 'size-1').letterings[0].words.text).toBe('KILN\nCLOSING DAY');
    const longer = applyEdit(other, setText(word.id, 'KILN CLOSING LAST DAY')).piece;
    expect(pieceAt(longer, 'size-1').letterings[0].words.text).toBe('KILN\nCLOSING LAST DAY');
  });

  test.each([
    ['ONE TWO THREE', [1, 1, 1], 'ONE\nTWO\nTHREE'],
    ['ONE\nTWO\nTHREE', [3], 'ONE TWO THREE'],
    ['ONE TWO', [1, 4], 'ONE\nTWO'],
    ['ONE TWO THREE', [1], 'ONE TWO THREE'],
    [' ONE TWO ', [1, 1], ' ONE\nTWO '],
    ['ONE  TWO', [1, 1], 'ONE  TWO'],
    ['', [1], ''],
  ])('%j on %j is %j', (text, lines, wanted) => expect(withLines(text, lines)).toBe(wanted));

  test('are counted, and compared by words', () => {
    expect(linesOf('ONE TWO\n\nTHREE')).toEqual([2, 1]);
    expect(isSameText('ONE TWO', 'ONE\nTWO')).toBe(true);
    expect(isSameText('ONE TWO', 'ONE TWA')).toBe(false);
    expect(brokenAs('A B C', 'X\nY Z')).toBe('A\nB C');
    expect(brokenAs('A NEW B C', 'A\nB C')).toBe('A\nNEW B C');
    expect(brokenAs('A B C NEW', 'A\nB C')).toBe('A\nB C NEW');
  });
});

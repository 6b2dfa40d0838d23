import { applyEdit, type Edit } from '../piece/edits/edit';
import { setSolid } from '../piece/edits/ink';
import { changePart, removeItem, setSheet } from '../piece/edits/items';
import { setText } from '../piece/edits/letterings';
import { setStance } from '../piece/edits/steady';
import type { Piece } from '../piece/schema';
import { demoPiece } from '../testing/demoPieces';
import { ownOf, withOwn } from './own';

const made = (piece: Piece, ...edits: Edit[]): Piece => edits.reduce((now, edit) => applyEdit(now, edit).piece, piece);
const series = demoPiece('series');
const byHand: Edit[] = [
  setStance('lettering-1', { x: 120, rotation: 4 }),
  setSolid('lettering-1', { colour: '#ffcc00' }),
  (piece) => void piece.depth.reverse(),
  (piece) => void piece.guides.push({ id: 'guide-1', axis: 'x', at: 75 }),
];

test.each(['series', 'woven', 'tucked-in', 'picture-letters'])(
  'in %s what was done by hand makes the same of the piece that it was begun from',
  (name) => {
    const begun = demoPiece(name);
    const worked = made(begun, ...byHand, removeItem(begun.letterings.at(-1)!.id));
    expect(withOwn(begun, ownOf(begun, worked))).toEqual({ piece: worked, problem: null });
    expect(ownOf(begun, begun)).toEqual([]);
  },
);

test('it is kept when the words and the piece change, and only what was done by hand is', () => {
  const own = ownOf(series, made(series, ...byHand));
  const changed = made(
    series,
    setText('lettering-1', 'Zoë'),
    setSheet({ paint: '#123456' }),
    changePart('lettering-2', 'words', { tracking: 0.1 }),
  );
  const { piece, problem } = withOwn(changed, own);
  expect(problem).toBeNull();
  expect(piece).toEqual(made(changed, ...byHand));
});

test('what was done to something that is gone is left out', () => {
  const own = ownOf(series, made(series, ...byHand, setStance('lettering-3', { x: 700 })));
  const without = made(series, removeItem('lettering-3'));
  const { piece, problem } = withOwn(
    without,
    own.filter(({ at }) => at[0] !== 'depth'),
  );
  expect(problem).toBeNull();
  expect(piece.letterings.map(({ id }) => id)).toEqual(['lettering-1', 'lettering-2']);
  expect(piece.letterings[0].stance.x).toBe(120);
});

test('what would break the piece is told, and the piece stays as it is', () => {
  const { piece, problem } = withOwn(series, [{ at: ['letterings', '#lettering-1', 'stance', 'scale'], to: -1 }]);
  expect(piece).toBe(series);
  expect(problem).not.toBeNull();
});

import { plainStance } from '../../../../core/passes/stance/schema';
import { stand } from '../../../../core/passes/stance/render';
import type { Letters } from '../../../../core/type/letters';
import { blankLettering, blankPiece } from '../../../../core/piece/blank';
import { applyEdit } from '../../../../core/piece/edits/edit';
import { addLettering } from '../../../../core/piece/edits/items';
import { identity, type Point } from '../../../../core/shape/affine';
import { polygonPath } from '../../../../core/shape/path';
import { perspectiveFor, pulled, standingCorners, withMove } from './perspective';

const ink = { x: -100, y: -20, width: 200, height: 40 };
const flat: Letters = {
  letters: [
    {
      start: 0,
      text: '—',
      line: 0,
      path: polygonPath([
        [-100, -20],
        [100, -20],
        [100, 20],
        [-100, 20],
      ]),
      bounds: ink,
      colour: null,
    },
  ],
  lines: [],
  size: 60,
  capHeight: 40,
  ink,
  flatInk: ink,
  place: identity,
  warp: null,
  echoes: [],
  reading: null,
};
const sheet = { width: 600, height: 400, ppi: 300, paint: '#ffffff' };
const stance = plainStance({ x: 300, y: 200, rotation: 30, scale: 2 });
const blank = blankLettering('w', 'w', '', sheet);
const piece = applyEdit(
  blankPiece('p', sheet),
  addLettering({ ...blank, stance, words: { ...blank.words, shape: { kind: 'box', height: 0.2, rounding: 0 } } }, null),
).piece;

test('a corner that is pulled to a point of the sheet comes to lie there, the others stay', () => {
  const letters = stand(flat, stance);
  const none = perspectiveFor(stance, flat)!;
  const before = standingCorners(none, letters);
  const to: Point = [520, 330];
  const edit = pulled('w', none, letters, 2, to)!;
  const next = applyEdit(piece, edit).piece.letterings[0].stance;
  const after = standingCorners(next.perspective!, stand(flat, next));
  after.forEach((corner, i) => {
    const wanted = i === 2 ? to : before[i];
    expect(Math.hypot(corner[0] - wanted[0], corner[1] - wanted[1])).toBeLessThan(0.03);
  });
});

test('corners that would cross change nothing', () => {
  const none = perspectiveFor(stance, flat)!;
  expect(pulled('w', none, stand(flat, stance), 1, [-4000, 9000])).toBeNull();
  expect(withMove('w', none, 0, [500, 0])).toBeNull();
  expect(withMove('w', none, 0, [5, 3])).not.toBeNull();
});

test('words that are bent are pulled by the corners of what they are after the bend; without ink there is nothing to pull', () => {
  const bent = { ...stance, bend: { kind: 'arc' as const, degrees: 180 } };
  const { box } = perspectiveFor(bent, flat)!;
  // Half a ring: as wide as the outer circle, whose radius is the arc's plus half of the letters' height.
  expect(box.width).toBeCloseTo(2 * (200 / Math.PI + 20), 0);
  expect(perspectiveFor(stance, { ...flat, ink: null })).toBeNull();
});

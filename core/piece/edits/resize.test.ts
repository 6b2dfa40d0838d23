import { plainInk } from '../../passes/ink/schema';
import { uncovered } from '../../passes/plate/gauge';
import { plainOutline } from '../../passes/outlines/schema';
import { coatSchema } from '../../coats/schema';
import { firstShadow } from '../../passes/veils/schema';
import { blankLettering, blankPiece } from '../blank';
import type { Piece } from '../schema';
import { applyEdit, problemWith } from './edit';
import { addLettering, addPlate, changeItem } from './items';
import { addGuide, addSlope } from './letterings';
import { resizeSheet } from './resize';
import { addVeil } from './veils';

const sheet = { width: 1000, height: 800, ppi: 300, paint: '#ffffff' };
const picture = { width: 2000, height: 1600 };
const pictureOf = () => picture;
const plate = { kind: 'plate' as const, name: 'p', sha256: 'a'.repeat(64) };

/** A piece with something of everything that is in sheet px: a photograph that covers it, and one that lies on it. */
function fullPiece(): Piece {
  const piece = blankPiece('p', sheet);
  addPlate(plate, { scale: 0.5, x: 0, y: 0 })(piece);
  addPlate({ ...plate, sha256: 'b'.repeat(64) }, { scale: 0.1, x: 100, y: 50 })(piece);
  const word = blankLettering('w', 'w', 'KILN', sheet);
  addLettering(
    {
      ...word,
      words: { ...word.words, shape: { kind: 'box', height: 1, rounding: 0 } },
      stance: { ...word.stance, x: 250, y: 200, scale: 2 },
      ink: plainInk([coatSchema.parse({ kind: 'plate', x: 8, y: -4, opacity: 1 })]),
      outlines: {
        round: 0,
        corners: 'both',
        grow: 0,
        list: [
          plainOutline({ id: 'a', unit: 'px', side: 'outside', width: 6, gap: 2, x: 3, y: 1, colour: '#000000' }),
          plainOutline({ id: 'b', unit: 'em', side: 'outside', width: 0.1, colour: '#000000' }),
        ],
      },
    },
    null,
  )(piece);
  addVeil({ id: 'v', name: 'v', plate: piece.plates[0].id })(piece);
  changeItem('veils', 'v', { feather: 4, shadow: { ...firstShadow, lift: 20 } })(piece);
  addGuide({ id: 'g', axis: 'x', at: 400 })(piece);
  addSlope({ id: 's', from: [0, 100], to: [1000, 300] })(piece);
  return piece;
}

const to = (width: number, height: number, from = fullPiece(), basis: Piece | null = null): Piece =>
  applyEdit(from, resizeSheet({ width, height }, pictureOf, basis)).piece;

test('twice the sheet: everything is twice as large and stands in the same place', () => {
  const next = to(2000, 1600);
  expect(problemWith(next)).toBeNull();
  expect(next.plates).toMatchObject([
    { scale: 1, x: 0, y: 0 },
    { scale: 0.2, x: 200, y: 100 },
  ]);
  const [{ stance, ink, outlines }] = next.letterings;
  expect(stance).toMatchObject({ x: 500, y: 400, scale: 4 });
  expect(ink.coats[0]).toMatchObject({ x: 16, y: -8 });
  expect(outlines.list).toMatchObject([{ width: 12, gap: 4, x: 6, y: 2 }, { width: 0.1 }]);
  expect(next.veils[0]).toMatchObject({ feather: 8, shadow: { lift: 40 } });
  expect(next.guides[0].at).toBe(800);
  expect(next.slopes[0]).toMatchObject({ from: [0, 200], to: [2000, 600] });
  expect(next.sheet).toMatchObject({ width: 2000, height: 1600, ppi: 300 });
});

test('another shape: the design fits about the middle, the photograph that covered the sheet covers it again', () => {
  const next = to(1000, 400);
  // Half as high: the design is half as large, in the middle.
  expect(next.letterings[0].stance).toMatchObject({ x: 375, y: 100, scale: 1 });
  expect(next.plates[0]).toMatchObject({ scale: 0.5, x: 0, y: -200 });
  expect(uncovered(next.plates[0], picture, next.sheet)).toBe(0);
  // The one that lay on the sheet goes along with the words, the veil with its own photograph.
  expect(next.plates[1]).toMatchObject({ scale: 0.05, x: 300, y: 25 });
  expect(next.veils[0].feather).toBe(4);
});

test('width after height is the same as both at once, and there and back nothing has moved', () => {
  const first = fullPiece();
  const steps = to(500, 400, to(500, 800, first), first);
  expect(steps).toEqual(to(500, 400, first));
  expect(to(1000, 800, steps, first)).toEqual(first);
});

import type { Cut } from '../../../../core/passes/veils/schema';
import { blankPiece } from '../../../../core/piece/blank';
import { applyEdit, type Edit } from '../../../../core/piece/edits/edit';
import { addPlate, itemOf } from '../../../../core/piece/edits/items';
import { addVeil } from '../../../../core/piece/edits/veils';
import type { Piece } from '../../../../core/piece/schema';
import { changeBackdrop, putBack, solveEdges, standBefore, unsolvedOf, veilsBefore, veilsInPlace } from './standing';

const cut: Cut = { kind: 'trace', operation: 'add', contours: [] };
const photograph = (name: string, digit: string) =>
  ({ kind: 'plate', name, path: `plates/${name}.jpg`, sha256: digit.repeat(64) }) as Parameters<typeof addPlate>[0];
const after = (piece: Piece, ...edits: Edit[]): Piece => edits.reduce((now, edit) => applyEdit(now, edit).piece, piece);

/** Two photographs, of which one has a jar cut from it and a copy of it elsewhere; from the other nothing is cut yet. */
const place = { scale: 1, x: 0, y: 0 };
const piece = after(
  blankPiece('Before cloth', { width: 300, height: 200, ppi: 300, paint: '#ffffff' }),
  addPlate(photograph('jar', 'a'), place),
  addPlate(photograph('wall', 'b'), place),
  addVeil({ id: 'jar', name: 'jar', plate: 'plate-1' }),
  addVeil({ id: 'copy', name: 'copy', plate: 'plate-1' }),
  addVeil({ id: 'nothing', name: 'nothing yet', plate: 'plate-2' }),
  (draft) => {
    itemOf(draft.veils, 'jar').cuts.push(cut);
    itemOf(draft.veils, 'copy').cuts.push(cut);
    itemOf(draft.veils, 'copy').graft = { x: 20, y: 10 } as never;
  },
);
const names = (veils: readonly { id: string }[]): string[] => veils.map(({ id }) => id);
const box = { x: 10, y: 20, width: 80, height: 120 };

test('what is cut out in its own place stands before a backdrop; copies and what is not cut do not', () => {
  expect(names(veilsInPlace(piece))).toEqual(['jar']);
  expect(veilsBefore(piece)).toEqual([]);
  const before = after(piece, standBefore('colour', box));
  expect(before.backdrop).toMatchObject({ plates: ['plate-1'], stands: box });
  expect(names(veilsBefore(before))).toEqual(['jar']);
  // The photographs themselves stay in the piece: it can be put back.
  expect(before.plates).toEqual(piece.plates);
  expect(after(before, putBack).backdrop).toBeNull();
});

test('a piece in which nothing is cut keeps its photographs', () => {
  const uncut = after(piece, (draft) => draft.veils.forEach((veil) => (veil.cuts = [])));
  expect(after(uncut, standBefore('texture', box))).toEqual(uncut);
  expect(after(uncut, changeBackdrop({ stands: box }))).toEqual(uncut);
});

test('another ground changes the sheet alone, and where things stand the backdrop alone', () => {
  const [colour, gradient, texture] = (['colour', 'gradient', 'texture'] as const).map((ground) =>
    after(piece, standBefore(ground, box)),
  );
  expect(colour.sheet.coats).toEqual([]);
  expect(gradient.sheet.coats).toMatchObject([{ kind: 'gradient' }]);
  expect(texture.sheet.coats).toMatchObject([{ kind: 'pattern' }]);
  expect(texture.sheet.width).toBe(300);
  const moved = after(changedShadow(gradient), standBefore(null, null));
  expect(moved.sheet).toEqual(gradient.sheet);
  expect(moved.backdrop).toMatchObject({ stands: null, own: { strength: 0.5 } });
});

const changedShadow = (of: Piece): Piece =>
  after(of, changeBackdrop({ own: { strength: 0.5, reach: 160, threshold: 0.2, blur: 3 } }));

test('edges that still show the old ground are asked for, once', () => {
  const before = after(piece, standBefore('colour', box));
  expect(names(unsolvedOf(before))).toEqual(['jar']);
  const asked = after(before, solveEdges);
  expect(itemOf(asked.veils, 'jar').fine).toMatchObject({ needed: true, reach: 2, matte: null });
  expect(itemOf(asked.veils, 'copy').fine).toBeNull();
  expect(unsolvedOf(asked)).toEqual([]);
  expect(after(asked, solveEdges)).toEqual(asked);
});

import { plainDrips, type PullStroke } from '../../../../core/passes/drape/schema';
import { blankLettering, blankPiece } from '../../../../core/piece/blank';
import { applyEdit, type Edit } from '../../../../core/piece/edits/edit';
import { addLettering } from '../../../../core/piece/edits/items';
import type { Lettering, Piece } from '../../../../core/piece/schema';
import {
  biteEdit,
  displacementEdit,
  dripEdit,
  dripsEdit,
  flatEdit,
  mapEdit,
  mapStrokeEdit,
  meshEdit,
  strokeEdit,
} from './edits';

const sheet = { width: 300, height: 200, ppi: 300, paint: '#ffffff' };
const made = applyEdit(blankPiece('Cloth', sheet), addLettering(blankLettering('w', 'w', 'KILN', sheet), null)).piece;

/** One edit after the other, each of the lettering as it is by then. */
const after = (...edits: ((lettering: Lettering) => Edit)[]): Lettering['drape'] =>
  edits.reduce<Piece>((now, edit) => applyEdit(now, edit(now.letterings[0])).piece, made).letterings[0].drape;

test('a value begins to displace, and later ones leave it as it is', () => {
  const first = after((own) => displacementEdit(own)({ level: 3 }));
  expect(first.displacement).toMatchObject({ level: 3, shown: true });
  const both = after(
    (own) => mapEdit(own)({ blur: 7 }),
    (own) => displacementEdit(own)({ shown: false }),
  ).displacement!;
  expect(both).toMatchObject({ shown: false, map: { blur: 7 } });
});

test('flat again: neither displaced nor bitten, but what was pulled and dripped stays', () => {
  const flat = after(
    (own) => mapEdit(own)({ blur: 7 }),
    (own) => biteEdit(own)({ strength: 0.5 }),
    (own) => dripsEdit(own)({ number: 9 }),
    (own) => meshEdit(own, null),
    flatEdit,
  );
  expect(flat).toMatchObject({ displacement: null, bite: null, mesh: null, drips: { number: 9 } });
});

test('strokes come one after the other, on the letters and on the map', () => {
  const brush = {
    softness: 0.5,
    strength: 1,
    points: [
      [0, 0],
      [4, 0],
    ] as [number, number][],
  };
  const stroke = (radius: number): PullStroke => ({ kind: 'pull', radius, ...brush });
  const pulled = after(
    (own) => strokeEdit(own, stroke(10)),
    (own) => strokeEdit(own, stroke(20)),
    (own) => mapStrokeEdit(own, { to: 'high', radius: 30, ...brush }),
  );
  expect(pulled.pull!.strokes.map(({ radius }) => radius)).toEqual([10, 20]);
  expect(pulled.displacement!.map.strokes).toHaveLength(1);
});

test('a single drip keeps its last length only, beside those of others; one is taken away by none', () => {
  const { changes } = after(
    (own) => dripEdit(own, 0, 1, 0.4),
    (own) => dripEdit(own, 2, 1, 0.2),
    (own) => dripEdit(own, 0, 1, 0.7),
    (own) => dripEdit(own, 0, 2, null),
  ).drips!;
  expect(changes).toEqual([
    { at: 2, drip: 1, length: 0.2 },
    { at: 0, drip: 1, length: 0.7 },
    { at: 0, drip: 2, length: null },
  ]);
  expect(plainDrips().changes).toEqual([]);
});

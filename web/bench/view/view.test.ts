import { blankLettering, blankPiece } from '../../../core/piece/blank';
import { addLettering, addPlate } from '../../../core/piece/edits/items';
import { addCut, addVeil } from '../../../core/piece/edits/veils';
import { tracedCut } from '../../../core/passes/veils/schema';
import { firstSteps } from './FirstSteps';
import { viewUnder } from './useFingers';

const sheet = { width: 800, height: 600, ppi: 300, paint: '#ffffff' };

test('the first steps are done one after the other, by what is in the piece', () => {
  const piece = blankPiece('p', sheet);
  const done = (): boolean[] => firstSteps(piece).map(({ isDone }) => isDone);
  expect(firstSteps(piece).map(({ line }) => line)).toEqual([1, 2, 0]);
  addPlate({ kind: 'plate', name: 'photo', sha256: 'a'.repeat(64) }, { scale: 1, x: 0, y: 0 })(piece);
  expect(firstSteps(piece).map(({ line }) => line)).toEqual([1, 2, 3]);
  expect(done()).toEqual([false, false, false]);
  const word = blankLettering('w', 'w', 'KILN', sheet);
  addLettering(word, null)(piece);
  expect(done()).toEqual([true, false, false]);
  piece.letterings[0] = { ...word, stance: { ...word.stance, x: 90 } };
  expect(done()).toEqual([true, true, false]);
  addVeil({ id: 'v', name: 'v', plate: piece.plates[0].id })(piece);
  expect(done()).toEqual([true, true, false]);
  addCut('v', tracedCut([]))(piece);
  expect(done()).toEqual([true, true, true]);
});

test('two fingers keep what lies under them: spread, moved, and turned without effect', () => {
  const view = { zoom: 0.5, x: 40, y: -10 };
  const onSheet = (at: [number, number], { zoom, x, y } = view) => [(at[0] - x) / zoom, (at[1] - y) / zoom];
  const from: [[number, number], [number, number]] = [
    [100, 100],
    [200, 100],
  ];
  // Spread to twice the distance about the same middle, and moved by (30, 20).
  const to: [[number, number], [number, number]] = [
    [80, 120],
    [280, 120],
  ];
  const next = viewUnder(view, from, to);
  expect(next.zoom).toBeCloseTo(1, 9);
  from.forEach((at, i) => {
    expect(onSheet(to[i], next)[0]).toBeCloseTo(onSheet(at)[0], 9);
    expect(onSheet(to[i], next)[1]).toBeCloseTo(onSheet(at)[1], 9);
  });
  expect(viewUnder(view, from, from)).toEqual(view);
});

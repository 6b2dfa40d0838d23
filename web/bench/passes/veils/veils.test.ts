import { expect, test } from '@jest/globals';
import { blankPiece } from '../../../../core/piece/blank';
import { addPlate } from '../../../../core/piece/edits/items';
import { firstShadow, plainVeil, scribbledCut } from '../../../../core/passes/veils/schema';
import type { Measures } from '../../../../core/render/measure';
import { hash } from '../../../testing/fakeServer';
import type { Bench } from '../../benchContext';
import { cutPlate, fromPlate, sheetOnPlate, toPlate, workingCut } from './cutting';
import { mendOf } from './mend';
import { chosenShadow } from './shadows';
import { warning } from './warning';

const graft = { pivot: [0, 0], at: [100, 50], scale: 2, turn: 0, flipped: false, shadow: null } as const;
const veil = plainVeil({ id: 'v', name: 'jar', plate: 'plate-1' });
const piece = blankPiece('jars', { width: 400, height: 300, ppi: 300, paint: '#ffffff' });
addPlate({ kind: 'plate', name: 'photo', sha256: hash('photo') }, { scale: 0.5, x: 30, y: 20 })(piece);

test('places of the sheet and of the plate are each other’s: by its scale and place', () => {
  const plate = cutPlate(piece, null)!;
  expect(plate).toMatchObject({ id: 'plate-1', scale: 0.5 });
  expect(fromPlate(plate, [100, 40])).toEqual([80, 40]);
  expect(toPlate(plate, [80, 40])).toEqual([100, 40]);
  expect(sheetOnPlate(piece, plate)).toEqual({ x: -60, y: -40, width: 800, height: 600 });
});

test('a graft is cut where it stands: its own scale and place count', () => {
  const plate = cutPlate(piece, { ...veil, graft: { ...graft, pivot: [30, 20], at: [100, 50] } })!;
  expect(plate.scale).toBe(1);
  // The pivot has come to (100, 50) of the plate, which is (80, 45) of the sheet; about it all is twice as large.
  expect(fromPlate(plate, [30, 20])).toEqual([80, 45]);
  expect(fromPlate(plate, [0, 0])).toEqual([50, 25]);
  expect(toPlate(plate, [50, 25])).toEqual([0, 0]);
});

test('without a photograph nothing is cut', () => {
  expect(cutPlate({ ...piece, plates: [] }, null)).toBeNull();
});

test('the hand goes on with the last cut of its kind and operation', () => {
  const cuts = (['add', 'subtract', 'add'] as const).map((operation) => scribbledCut([], operation));
  expect(workingCut({ cuts }, 'scribble', 'add')).toBe(2);
  expect(workingCut({ cuts }, 'scribble', 'subtract')).toBe(1);
  expect(workingCut({ cuts }, 'tone', 'add')).toBe(-1);
  expect(workingCut(null, 'scribble', 'add')).toBe(-1);
});

test('the hand works on the shadow that is meant, or on the only one there is', () => {
  const own = { ...veil, shadow: firstShadow };
  const thrown = { ...firstShadow, lift: 3 };
  const both = {
    ...own,
    graft: { ...graft, pivot: [0, 0] as [number, number], at: [0, 0] as [number, number], shadow: thrown },
  };
  expect(chosenShadow(veil, 'letters')).toBeNull();
  expect(chosenShadow(own, 'plate')).toMatchObject({ on: 'letters', shadow: firstShadow });
  expect(chosenShadow(both, 'plate')).toMatchObject({ on: 'plate', shadow: thrown });
  expect(chosenShadow(both, 'letters')).toMatchObject({ on: 'letters' });
  expect(chosenShadow({ ...both, shadow: null }, 'letters')).toMatchObject({ on: 'plate', shadow: thrown });
});

const measured = (veils: object): Pick<Bench, 'measures'> => ({
  measures: { veils: { left: [], misread: [], rootless: [], crossings: [], ...veils } } as unknown as Measures,
});
const warned = (veils: object): string | null => warning(measured(veils) as Bench);

test('the mark of the line says the worst first: too little left, then misreading, then veils out of nothing', () => {
  const few = [{ text: 'K', left: 0.2 }];
  const misread = [{ text: 'I', as: 'L', margin: -0.1 }];
  const rootless = [{ text: 'N' }];
  expect(warned({})).toBeNull();
  expect(warned({ left: few, misread, rootless })).toBe('Little is left of K.');
  expect(warned({ left: [{ text: 'K', left: 0.9 }], misread, rootless })).toBe('I could be read as L.');
  expect(warned({ rootless })).toBe('A veil floats inside N: nothing it could grow from.');
  expect(warning({ measures: null } as Bench)).toBeNull();
});

test('a place that is crisper than the photo is made softer where softness was taken, otherwise the edge is solved there', () => {
  const place = { place: [40, 30], photo: 3, matte: 0.5 } as const;
  const solve = mendOf(veil, { ...place, place: [40, 30] });
  expect(solve.name).toBe('Solve the edge here');
  const own = { ...piece, veils: [structuredClone(veil)] };
  solve.edit(own);
  expect(own.veils[0].fine).toMatchObject({ band: [{ radius: 12, points: [[40, 30]] }], solvedFor: '' });
  const soft = { ...veil, softness: { profile: [[40, 30, 1]] as [number, number, number][], factor: 1 } };
  expect(mendOf(soft, { place: [40, 30], photo: 0.3, matte: 3 }).name).toBe('Crisper here');
  const softer = mendOf(soft, { place: [40, 30], photo: 3, matte: 0.5 });
  expect(softer.name).toBe('Softer here');
  const other = { ...piece, veils: [structuredClone(soft)] };
  softer.edit(other);
  // At most four times: 3.2 px against 0.7 px would be more.
  expect(other.veils[0].softness!.profile[0][2]).toBe(4);
});

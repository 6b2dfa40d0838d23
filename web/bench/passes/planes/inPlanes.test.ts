import { plainStance } from '../../../../core/passes/stance/schema';
import type { Plane } from '../../../../core/passes/planes/schema';
import { blankLettering, blankPiece } from '../../../../core/piece/blank';
import { applyEdit } from '../../../../core/piece/edits/edit';
import { addLettering } from '../../../../core/piece/edits/items';
import { beyondHorizon, cornersOnSheet } from '../../../../core/piece/edits/planes';
import type { Piece } from '../../../../core/piece/schema';
import type { Point } from '../../../../core/shape/affine';
import { drawnLetter, drawnLetters, square } from '../../../../core/testing/letters';
import { layEdit, planeEdit, planeOf, redrawnEdit, removePlane, slideEdit } from './inPlanes';

const sheet = { width: 600, height: 400, ppi: 300, paint: '#ffffff' };
/** Level ground one below a level camera, whose lens is as long as the sheet is wide: across, and away. */
const seen = (x: number, z: number): Point => [300 + (600 * x) / z, 200 + 600 / z];
const away = [-1, 1].map((x) => [seen(x, 4), seen(x, 16)] as [Point, Point]);
const across = [4, 16].map((z) => [seen(-1, z), seen(1, z)] as [Point, Point]);
/** Words run along the first pair. */
const lines = [...across, ...away] as Plane['lines'];

const [left, top, side] = [-40, -40, 80];
const flat = drawnLetters([drawnLetter(square(left, top, side))]);
const words = {
  ...blankLettering('w', 'w', 'I', sheet),
  stance: plainStance({ x: 300, y: 290, rotation: 0, scale: 1 }),
};
const bare = applyEdit(blankPiece('Yard', sheet), addLettering(words, null)).piece;
const laid = applyEdit(bare, planeEdit(bare, lines, words, flat).edit!).piece;

const cornersIn = ({ letterings: [lettering] }: Piece): Point[] => cornersOnSheet(lettering, flat.ink!);
/** Where a place of the sheet lies on the ground. */
const onGround = ([x, y]: Point): { x: number; z: number } => ({ x: (x - 300) / (y - 200), z: 600 / (y - 200) });

test('four lines make a plane, and words laid into it are a rectangle on the ground where they stood', () => {
  expect(laid.planes).toMatchObject([{ id: 'plane-1', name: 'Plane 1', lines }]);
  expect(laid.letterings[0].drape.plane).toBe('plane-1');
  const [a, b, c, d] = cornersIn(laid).map(onGround);
  // Sides that run away keep their distance from the middle, and those across theirs from the camera.
  expect(Math.abs(a.x - d.x)).toBeLessThan(0.005);
  expect(Math.abs(b.x - c.x)).toBeLessThan(0.005);
  expect(Math.abs(a.z / b.z - 1)).toBeLessThan(0.005);
  expect(Math.abs(c.z / d.z - 1)).toBeLessThan(0.005);
  expect(a.z).toBeGreaterThan(d.z);
  expect((a.x + c.x) / 2).toBeCloseTo(0, 2);
  expect(planeOf(laid, laid.letterings[0])!.plane.id).toBe('plane-1');
});

test('along the plane they stay as large on the ground, and grow by what they are scaled by', () => {
  const [lettering] = laid.letterings;
  const own = planeOf(laid, lettering)!;
  const sizeOf = (piece: Piece): [number, number] => {
    const [a, b, c] = cornersIn(piece).map(onGround);
    return [b.x - a.x, b.z - c.z];
  };
  const [wide, deep] = sizeOf(laid);
  const moved = applyEdit(laid, slideEdit(lettering, own, [30, 0]).edit!).piece;
  const larger = applyEdit(laid, slideEdit(lettering, own, [0, 0], 1.5).edit!).piece;
  expect(sizeOf(moved)[0] / wide).toBeCloseTo(1, 2);
  expect(sizeOf(moved)[1] / deep).toBeCloseTo(1, 1);
  expect(onGround(cornersIn(moved)[0]).x).not.toBeCloseTo(onGround(cornersIn(laid)[0]).x, 2);
  expect(sizeOf(larger)[0] / wide).toBeCloseTo(1.5, 1);
  expect(sizeOf(larger)[1] / deep).toBeCloseTo(1.5, 1);
});

test('what cannot be is said in a sentence, and changes nothing', () => {
  const crossing = [...across, [seen(-1, 4), seen(1, 16)], [seen(1, 4), seen(-1, 16)]] as Plane['lines'];
  for (const wrong of [lines.slice(0, 3), [[seen(0, 4), seen(0, 4.001)], ...lines.slice(1)], crossing] as never[])
    expect(planeEdit(bare, wrong, words, flat)).toMatchObject({ edit: null, problem: expect.stringMatching(/\.$/) });
  expect(layEdit(bare, words, { ...flat, ink: null }, laid.planes[0]).problem).toMatch(/no letters/);
  const above = { ...words, stance: plainStance({ x: 300, y: 40, rotation: 0, scale: 1 }) };
  expect(layEdit(bare, above, flat, laid.planes[0]).edit).toBeNull();
  const [lettering] = laid.letterings;
  const own = planeOf(laid, lettering)!;
  // Far enough either way, a corner passes the horizon or the camera.
  const far = [-1e5, 1e5].map((by) => slideEdit(lettering, own, [0, by]).problem);
  expect(far).toContain(beyondHorizon);
});

test('other lines lay the words in again; a plane that is taken away lets them stand', () => {
  const turned = lines.map((line) => line.map(([x, y]) => [x + 40, y])) as unknown as Plane['lines'];
  const again = applyEdit(laid, redrawnEdit(laid, laid.planes[0], turned).edit!).piece;
  expect(again.planes[0].lines).toEqual(turned);
  const [a, b, c, d] = cornersIn(again).map(([x, y]) => onGround([x - 40, y]));
  expect(Math.abs(a.x - d.x)).toBeLessThan(0.005);
  expect(Math.abs(b.x - c.x)).toBeLessThan(0.005);
  const gone = applyEdit(laid, removePlane('plane-1')).piece;
  expect([gone.planes, gone.letterings[0].drape.plane]).toEqual([[], null]);
  expect(planeOf(gone, gone.letterings[0])).toBeNull();
});

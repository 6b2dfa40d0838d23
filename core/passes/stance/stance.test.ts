import { lettersOffSheet } from './gauge';
import { standingBox } from '../../type/standing';
import { stand } from './render';
import { plainStance } from './schema';
import { sheetGuides, snapBox } from './snap';
import type { Letters } from '../../type/letters';
import { identity } from '../../shape/affine';

const bounds = { x: -50, y: -20, width: 100, height: 40 };
const letters: Letters = {
  letters: [{ start: 0, text: 'H', line: 0, path: [], bounds, colour: null }],
  lines: [],
  size: 60,
  capHeight: 40,
  ink: bounds,
  flatInk: bounds,
  place: identity,
  warp: null,
  echoes: [],
  reading: null,
};

test('a lettering stands at its place, turned and scaled about its origin', () => {
  const box = standingBox(stand(letters, plainStance({ x: 300, y: 200, rotation: 90, scale: 2 })))!;
  expect(box.x).toBeCloseTo(260, 6);
  expect(box.y).toBeCloseTo(100, 6);
  expect(box.width).toBeCloseTo(80, 6);
  expect(box.height).toBeCloseTo(200, 6);
});

test('letters that reach over the edge are told', () => {
  const sheet = { width: 400, height: 300 };
  expect(lettersOffSheet(stand(letters, plainStance({ x: 200, y: 150, rotation: 0, scale: 1 })), sheet)).toHaveLength(
    0,
  );
  expect(lettersOffSheet(stand(letters, plainStance({ x: 40, y: 150, rotation: 0, scale: 1 })), sheet)).toHaveLength(1);
});

describe('snapping', () => {
  const guides = sheetGuides({ width: 900, height: 600 });
  test('the middle of a box comes to the sheet’s centre', () => {
    const snap = snapBox({ x: 403, y: 90, width: 100, height: 40 }, guides, 5);
    expect(snap.dx).toBe(-3);
    expect(snap.guides).toEqual([{ axis: 'x', at: 450, name: 'centre' }]);
    expect(snap.dy).toBe(0);
  });
  test('sides come to edges and thirds, both axes at once; the nearest wins', () => {
    const snap = snapBox({ x: -4, y: 196, width: 305, height: 50 }, guides, 5);
    expect([snap.dx, snap.dy]).toEqual([-1, 4]);
    expect(snap.guides.map(({ name }) => name)).toEqual(['left third', 'top third']);
  });
  test('beyond its reach nothing happens', () => {
    expect(snapBox({ x: 20, y: 20, width: 11, height: 13 }, guides, 5)).toEqual({ dx: 0, dy: 0, guides: [] });
  });
});

import { expect, test } from '@jest/globals';
import { solidCoat, pictureCoat } from '../../../../core/coats/schema';
import { plainMark } from '../../../../core/passes/chalk/schema';
import { plateSchema } from '../../../../core/passes/plate/schema';
import { blankLettering, blankPiece } from '../../../../core/piece/blank';
import type { Piece } from '../../../../core/piece/schema';
import { onPlate, overlapOf, strokesOf } from './cutCircle';
import { problemOf } from './names';
import { warning } from './warning';

const sheet = { width: 900, height: 600, ppi: 300, paint: '#ffffff' };
const plate = plateSchema.parse({ id: 'p', name: 'p', asset: 'a', scale: 0.5, x: 100, y: 50 });

test('a circle lies on the photograph where it was drawn, whichever corner came first', () => {
  for (const points of [
    [
      [200, 150],
      [400, 250],
    ],
    [
      [400, 250],
      [200, 150],
    ],
  ] as [number, number][][])
    expect(onPlate(plainMark({ id: 'm', kind: 'circle', points }), plate)).toEqual({
      middle: [400, 300],
      half: [200, 100],
    });
});

test('its strokes are in front along the middle, and behind all around; the box holds both', () => {
  const { marks, box } = strokesOf({ middle: [400, 300], half: [200, 100] });
  const [front, behind] = marks;
  expect(front).toMatchObject({
    side: 'front',
    points: [
      [340, 300],
      [460, 300],
    ],
  });
  for (const [x, y] of behind.points) expect(Math.hypot((x - 400) / 204, (y - 300) / 102)).toBeCloseTo(1, 2);
  for (const [x, y] of [...front.points, ...behind.points]) {
    expect(x >= box.x && x <= box.x + box.width).toBe(true);
    expect(y >= box.y && y <= box.y + box.height).toBe(true);
  }
  // A click makes a circle too.
  expect(strokesOf({ middle: [0, 0], half: [1, 1] }).marks[0].radius).toBeGreaterThanOrEqual(1);
});

test('how much boxes have in common', () => {
  const box = { x: 0, y: 0, width: 10, height: 10 };
  expect(overlapOf(box, box)).toBe(1);
  expect(overlapOf(box, { ...box, x: 5 })).toBeCloseTo(50 / 150, 6);
  expect(overlapOf(box, { ...box, x: 10 })).toBe(0);
});

test('a keep point that is covered, cut or off the sheet is told in a sentence, and marks the line', () => {
  const word = { ...blankLettering('w', 'KILN', 'KILN', sheet) };
  const mark = plainMark({ id: 'm', kind: 'keep', points: [[0, 0]], text: 'her eyes' });
  const piece = (coats: Piece['letterings'][number]['ink']['coats']): Piece => ({
    ...blankPiece('p', sheet),
    chalk: [mark],
    letterings: [{ ...word, ink: { ...word.ink, coats } }],
  });
  const over = (share: number) => ({ mark: 'm', off: 0, over: [{ lettering: 'w', share }] });
  const solid = piece([solidCoat({ colour: '#000000' })]);
  const picture = piece([pictureCoat({ asset: 'a' })]);
  expect(problemOf(over(0.3), solid)).toBe('her eyes is covered by KILN: 30 %.');
  expect(problemOf(over(0.01), solid)).toBeNull();
  expect(problemOf(over(0.3), picture)).toBe('her eyes is cut by the letters of KILN: 30 % of it in them.');
  // Whole within the letters, it is seen in them.
  expect(problemOf(over(1), picture)).toBeNull();
  expect(problemOf({ mark: 'm', off: 0.25, over: [] }, solid)).toMatch(/^her eyes is cut off by the sheet: 25 %/);
  expect(problemOf({ mark: 'gone', off: 1, over: [] }, solid)).toBeNull();
  const measures = { chalk: [over(0.3)] } as never;
  expect(warning({ piece: solid, measures })).toMatch(/covered/);
  expect(warning({ piece: solid, measures: null })).toBeNull();
});

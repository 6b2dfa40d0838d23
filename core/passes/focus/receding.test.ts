import type { Point } from '../../shape/affine';
import { planeFromLines, type StraightLine } from '../../shape/scenePlane';
import { recedingLine } from './receding';

const sheet = { width: 1600, height: 1000 };
const focal = 1400;
/** A camera at the height of 1.6 over a level ground looks along it: its horizon is at half the height. */
const seen = (x: number, z: number): Point => [800 + (focal * x) / z, 500 + (focal * 1.6) / z];
const ground: StraightLine[] = [
  [seen(-1, 5), seen(-1, 20)],
  [seen(2, 5), seen(2, 20)],
  [seen(-3, 6), seen(3, 6)],
  [seen(-3, 12), seen(3, 12)],
];
const box = { x: 500, y: 640, width: 500, height: 200 };

test('a level ground recedes straight up the picture: nearest below, farthest above', () => {
  const { from, to } = recedingLine(planeFromLines(ground, sheet), box)!;
  expect(from).toEqual([750, 840]);
  expect(to).toEqual([750, 640]);
});

test('a wall that runs into the depth recedes sideways, whichever way it runs', () => {
  // A wall three to the right of the camera: near at the right, far at the left.
  const wall = (y: number, z: number, side: 1 | -1): Point => [800 + (side * focal * 3) / z, 500 + (focal * y) / z];
  for (const side of [1, -1] as const) {
    const lines: StraightLine[] = [
      [wall(-1, 6, side), wall(-1, 18, side)],
      [wall(1.5, 6, side), wall(1.5, 18, side)],
      [wall(-1, 7, side), wall(1.5, 7, side)],
      [wall(-1, 14, side), wall(1.5, 14, side)],
    ];
    const at = { x: 800 + side * 450 - 100, y: 400, width: 200, height: 150 };
    const { from, to } = recedingLine(planeFromLines(lines, sheet), at)!;
    expect(Math.sign(from[0] - to[0])).toBe(side);
    expect(Math.abs(from[0] - to[0])).toBeGreaterThan(195);
    expect(Math.abs(from[1] - to[1])).toBeLessThan(3);
  }
});

test('a surface that faces the camera does not recede, and beyond the horizon there is none', () => {
  const facing: StraightLine[] = [
    [
      [200, 200],
      [1400, 200],
    ],
    [
      [200, 800],
      [1400, 800],
    ],
    [
      [200, 200],
      [200, 800],
    ],
    [
      [1400, 200],
      [1400, 800],
    ],
  ];
  expect(recedingLine(planeFromLines(facing, sheet), box)).toBeNull();
  expect(recedingLine(planeFromLines(ground, sheet), { ...box, y: 420 })).toBeNull();
});

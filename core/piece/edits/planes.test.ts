import type { Point } from '../../shape/affine';
import { inPlane, planeFromLines } from '../../shape/scenePlane';
import { plainDrape } from '../../passes/drape/schema';
import type { Lettering } from '../schema';
import { cornersOnSheet, laidInPlane, movedInPlane } from './planes';

const sheet = { width: 1800, height: 1200 };
const wall = planeFromLines(
  [
    [
      [900, 300],
      [1700, 100],
    ],
    [
      [900, 700],
      [1700, 900],
    ],
    [
      [950, 250],
      [950, 750],
    ],
    [
      [1650, 120],
      [1650, 880],
    ],
  ],
  sheet,
);
const box = { x: -200, y: -50, width: 400, height: 100 };
const lettering = {
  id: 'a',
  name: 'A',
  stance: { x: 1200, y: 500, rotation: 10, scale: 1.5, perspective: null },
  drape: plainDrape(),
} as unknown as Lettering;

const sides = (one: Lettering): number[] => {
  const corners = cornersOnSheet(one, box).map((corner) => inPlane(wall, corner));
  const length = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1]);
  return corners.map((corner, i) => length(corner, corners[(i + 1) % 4]));
};

test('words are laid into a plane as a rectangle of their own proportions, where they stood', () => {
  const perspective = laidInPlane(lettering, box, wall)!;
  const laid = { ...lettering, stance: { ...lettering.stance, perspective } };
  const [top, right, bottom, left] = sides(laid);
  expect(top / bottom).toBeCloseTo(1, 3);
  expect(left / right).toBeCloseTo(1, 3);
  expect(top / left).toBeCloseTo(4, 2);
});

test('slid and scaled along the plane they keep their proportions, and come back to the same place', () => {
  const laid = { ...lettering, stance: { ...lettering.stance, perspective: laidInPlane(lettering, box, wall)! } };
  const moved = movedInPlane(laid, wall, { by: [120, -30], factor: 1.2 })!;
  const after = { ...laid, stance: { ...laid.stance, perspective: moved } };
  const [before, now] = [sides(laid), sides(after)];
  now.forEach((side, i) => expect(side / before[i]).toBeCloseTo(1.2, 2));
  const back = movedInPlane(after, wall, { by: [-120, 30], factor: 1 / 1.2 })!;
  back.moves.forEach((move, i) => {
    expect(move[0]).toBeCloseTo(laid.stance.perspective.moves[i][0], 0);
    expect(move[1]).toBeCloseTo(laid.stance.perspective.moves[i][1], 0);
  });
});

test('beyond the horizon nothing can lie', () => {
  const laid = { ...lettering, stance: { ...lettering.stance, perspective: laidInPlane(lettering, box, wall)! } };
  const places = [-1e6, 1e6].map((far) => movedInPlane(laid, wall, { by: [far, 0] }));
  expect(places).toContain(null);
});

import { coverage } from '../../shape/coverage';
import { contourPoints, polygonsOf } from './contour';
import type { Contour, TracePoint } from './schema';
import { nearestOnContour } from './trace/onContour';
import { contoursFromSvg, contoursToSvg } from './trace/svg';

const points = (list: number[][], to: TracePoint['to']): TracePoint[] => list.map(([x, y]) => ({ x, y, to, via: [] }));
const box = (left: number, top: number, side: number, turned = false): Contour => {
  const corners = points(
    [
      [left, top],
      [left + side, top],
      [left + side, top + side],
      [left, top + side],
    ],
    'straight',
  );
  return { closed: true, points: turned ? corners.reverse() : corners };
};
const area = (contours: Contour[]): number =>
  coverage(polygonsOf(contours), { x: 0, y: 0, width: 100, height: 100 }).data.reduce((sum, value) => sum + value, 0);

test.each([false, true])(
  'a contour inside another is a hole, and one inside that is filled again, whichever way they run (%p)',
  (turned) => {
    expect(area([box(10, 10, 80), box(30, 30, 40, turned)])).toBeCloseTo(6400 - 1600, 3);
    expect(area([box(30, 30, 40, turned), box(10, 10, 80), box(40, 40, 20)])).toBeCloseTo(6400 - 1600 + 400, 3);
    // Those that only overlap add up.
    expect(area([box(10, 10, 40), box(30, 10, 40, turned)])).toBeCloseTo(60 * 40, 3);
    // The same contour twice cuts once.
    expect(area([box(10, 10, 40), box(10, 10, 40, turned)])).toBeCloseTo(1600, 3);
  },
);

test('smooth stretches through points of a circle stay near the circle; a corner breaks the curve there', () => {
  const circle = Array.from({ length: 12 }, (_, i) => [
    50 + 40 * Math.cos((i * Math.PI) / 6),
    50 + 40 * Math.sin((i * Math.PI) / 6),
  ]);
  const smooth: Contour = { closed: true, points: points(circle, 'smooth') };
  for (const [x, y] of contourPoints(smooth)) expect(Math.abs(Math.hypot(x - 50, y - 50) - 40)).toBeLessThan(0.1);
  // Straight chords leave the circle by 40 (1 - cos 15°) = 1.36 px.
  expect(area([smooth])).toBeGreaterThan(Math.PI * 1600 * 0.995);
  const square: Contour = {
    closed: true,
    points: points(
      [
        [10, 10],
        [90, 10],
        [90, 90],
        [10, 90],
      ],
      'smooth',
    ).map((point) => ({ ...point, corner: true })),
  };
  expect(area([square])).toBeCloseTo(6400, 3);
});

test('a smooth stretch leaves a straight one without an angle', () => {
  const contour: Contour = {
    closed: false,
    points: [
      ...points([[0, 50]], 'straight'),
      ...points(
        [
          [40, 50],
          [80, 20],
        ],
        'smooth',
      ),
    ],
  };
  const [, from, next] = contourPoints(contour);
  expect(from).toEqual([40, 50]);
  expect(Math.abs((next[1] - 50) / (next[0] - 40))).toBeLessThan(0.15);
});

test('the nearest place on a contour parts its stretch', () => {
  const contour: Contour = {
    closed: true,
    points: [
      {
        x: 0,
        y: 0,
        to: 'edge',
        via: [
          [10, 2],
          [20, 2],
        ],
      },
      { x: 30, y: 0, to: 'straight', via: [] },
      { x: 30, y: 30, to: 'straight', via: [] },
    ],
  };
  expect(nearestOnContour(contour, [15, 5])).toEqual({
    index: 0,
    at: [15, 2],
    before: [[10, 2]],
    after: [[20, 2]],
    distance: 3,
  });
  expect(nearestOnContour(contour, [33, 12])).toMatchObject({ index: 1, at: [30, 12], before: [], after: [] });
  // The last stretch leads back to the first point.
  expect(nearestOnContour(contour, [14, 16])).toMatchObject({ index: 2, at: [15, 15] });
});

test('contours written as SVG and read again cut the same area, at any size of the drawing', () => {
  const contours = [box(10, 10, 80), box(30, 30, 40)];
  const svg = contoursToSvg(contours, { width: 100, height: 100 });
  expect(svg).toContain('viewBox="0 0 100 100"');
  const data = /d="([^"]+)"/.exec(svg)![1];
  expect(area(contoursFromSvg(data, 1))).toBeCloseTo(4800, 2);
  expect(area(contoursFromSvg(data, 0.5))).toBeCloseTo(1200, 2);
});

test('points come where an outline has corners; a round one has few', () => {
  const [square] = contoursFromSvg('M10 10H90V90H10Z', 1);
  expect(square.points.map(({ x, y }) => [x, y])).toEqual([
    [10, 10],
    [90, 10],
    [90, 90],
    [10, 90],
  ]);
  const [round] = contoursFromSvg('M10 50a40 40 0 1 0 80 0a40 40 0 1 0 -80 0Z', 1);
  expect(round.points).toHaveLength(2);
  expect(area([round])).toBeCloseTo(Math.PI * 1600, -1);
  expect(contoursFromSvg('no path', 1)).toEqual([]);
});

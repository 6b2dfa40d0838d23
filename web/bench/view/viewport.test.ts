import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { viewOf, zoomedAt, zoomLimits, type View } from './viewport';

const mat = { width: 700, height: 600 };
const onMat = ({ zoom, x, y }: View, [u, v]: [number, number]): [number, number] => [u * zoom + x, v * zoom + y];

test('a wide sheet fills the mat from side to side, with room on each, and stands in the middle', () => {
  const view = viewOf({ x: 0, y: 0, width: 1288, height: 600 }, mat, 28);
  expect(view.zoom).toBeCloseTo(644 / 1288);
  expect(onMat(view, [0, 0])).toEqual([28, 150]);
  expect(onMat(view, [1288, 600])).toEqual([672, 450]);
});

test('a high one fills it from top to bottom', () => {
  const view = viewOf({ x: 0, y: 0, width: 100, height: 1088 }, mat, 28);
  expect(view.zoom).toBeCloseTo(0.5);
  expect(onMat(view, [50, 544])).toEqual([350, 300]);
});

test('a region anywhere comes to the middle, never larger than the closest view', () => {
  const view = viewOf({ x: 900, y: 400, width: 2, height: 2 }, mat);
  expect(view.zoom).toBe(zoomLimits.most);
  expect(onMat(view, [901, 401])).toEqual([350, 300]);
});

test('what is under the pointer stays there when the view is zoomed, as far as it goes', () => {
  fc.assert(
    fc.property(
      fc.record({
        zoom: fc.double({ min: zoomLimits.least, max: zoomLimits.most, noNaN: true }),
        x: fc.integer({ min: -2000, max: 2000 }),
        y: fc.integer({ min: -2000, max: 2000 }),
      }),
      fc.tuple(fc.integer({ min: 0, max: 700 }), fc.integer({ min: 0, max: 600 })),
      fc.double({ min: 0.0001, max: 100, noNaN: true }),
      (view, pointer, zoom) => {
        const next = zoomedAt(view, pointer, zoom);
        expect(next.zoom).toBeGreaterThanOrEqual(zoomLimits.least);
        expect(next.zoom).toBeLessThanOrEqual(zoomLimits.most);
        const under: [number, number] = [(pointer[0] - view.x) / view.zoom, (pointer[1] - view.y) / view.zoom];
        const [x, y] = onMat(next, under);
        const slack = 1e-6 * (1 + Math.abs(under[0]) + Math.abs(under[1])) * next.zoom;
        expect(Math.abs(x - pointer[0])).toBeLessThan(slack);
        expect(Math.abs(y - pointer[1])).toBeLessThan(slack);
      },
    ),
  );
});

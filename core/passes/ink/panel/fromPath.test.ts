import { parseSvgPath } from '../../../shape/svgPath';
import { panelEdge } from './fromPath';

const box = { x: 100, y: 50, width: 400, height: 100 };

test('the largest contour fills the box as far as it can without being stretched, in the middle of it', () => {
  // A triangle of 20 x 10 beside a small square.
  const edge = panelEdge(parseSvgPath('M0 0L20 0L10 10Z M50 50h2v2h-2z')!, box)!;
  expect(edge).toEqual([
    [200, 50],
    [400, 50],
    [300, 150],
  ]);
});

test('a circle keeps to its curve, and a ragged line has no more points than a panel can have', () => {
  const circle = panelEdge(parseSvgPath('M-10 0a10 10 0 1 0 20 0a10 10 0 1 0 -20 0Z')!, box)!;
  for (const [x, y] of circle) expect(Math.abs(Math.hypot(x - 300, y - 100) - 50)).toBeLessThan(0.3);
  const ragged = Array.from({ length: 9000 }, (_, i) => `L${i} ${(i * 7919) % 13}`).join('');
  expect(panelEdge(parseSvgPath(`M0 5000${ragged}L9000 5000Z`)!, box)!.length).toBeLessThanOrEqual(2000);
});

test('what encloses nothing has no edge', () => {
  expect(panelEdge([], box)).toBeNull();
  expect(
    panelEdge(
      [
        { kind: 'move', to: [0, 0] },
        { kind: 'line', to: [5, 5] },
      ],
      box,
    ),
  ).toBeNull();
});

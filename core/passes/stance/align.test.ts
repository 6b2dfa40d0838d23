import { alignBoxes, distributeBoxes, slopeDegrees, turnedSlope } from './align';

const boxes = [
  { x: 10, y: 5, width: 20, height: 10 },
  { x: 50, y: 50, width: 40, height: 30 },
  { x: 300, y: 20, width: 10, height: 8 },
];
const frame = { x: 0, y: 0, width: 400, height: 200 };
const moved = (moves: { dx: number; dy: number }[]): { x: number; y: number; right: number; bottom: number }[] =>
  boxes.map((box, i) => ({
    x: box.x + moves[i].dx,
    y: box.y + moves[i].dy,
    right: box.x + moves[i].dx + box.width,
    bottom: box.y + moves[i].dy + box.height,
  }));

test('each side and both middles', () => {
  expect(moved(alignBoxes(boxes, 'left', frame)).map(({ x }) => x)).toEqual([0, 0, 0]);
  expect(moved(alignBoxes(boxes, 'right', frame)).map(({ right }) => right)).toEqual([400, 400, 400]);
  expect(moved(alignBoxes(boxes, 'centre', frame)).map(({ x, right }) => (x + right) / 2)).toEqual([200, 200, 200]);
  expect(moved(alignBoxes(boxes, 'top', frame)).map(({ y }) => y)).toEqual([0, 0, 0]);
  expect(moved(alignBoxes(boxes, 'middle', frame)).map(({ y, bottom }) => (y + bottom) / 2)).toEqual([100, 100, 100]);
  expect(moved(alignBoxes(boxes, 'bottom', frame)).map(({ bottom }) => bottom)).toEqual([200, 200, 200]);
});

test('distributed: equal room between neighbours, the outermost stay', () => {
  const [a, b, c] = moved(distributeBoxes(boxes, 'x'));
  expect([a.x, c.x]).toEqual([10, 300]);
  expect(b.x - a.right).toBe(c.x - b.right);
  expect(distributeBoxes(boxes.slice(0, 2), 'x')).toEqual([
    { dx: 0, dy: 0 },
    { dx: 0, dy: 0 },
  ]);
});

test('a slope is told in degrees, whichever way it was drawn', () => {
  expect(slopeDegrees([0, 0], [100, 100])).toBeCloseTo(45, 9);
  expect(slopeDegrees([100, 100], [0, 0])).toBeCloseTo(45, 9);
  expect(slopeDegrees([0, 10], [100, 0])).toBeCloseTo(-5.7106, 4);
});

test('a slope is turned about its middle and keeps its length', () => {
  const { from, to } = turnedSlope([0, 0], [60, 80], 30);
  expect(slopeDegrees(from, to)).toBeCloseTo(30, 9);
  expect(Math.hypot(to[0] - from[0], to[1] - from[1])).toBeCloseTo(100, 9);
  expect([(from[0] + to[0]) / 2, (from[1] + to[1]) / 2]).toEqual([30, 40]);
});

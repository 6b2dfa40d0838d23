import { Evaluator } from './evaluate';
import { brushedNode, touchedUp, type TouchStroke } from './brushed';
import { colourNode } from '../testing/nodes';

const request = { region: { x: 0, y: 0, width: 60, height: 40 }, scale: 1 };
const stroke = (change: Partial<TouchStroke> = {}): TouchStroke => ({
  to: 'less',
  points: [
    [10, 20],
    [50, 20],
  ],
  radius: 10,
  softness: 0.5,
  strength: 1,
  ...change,
});
const at = async (strokes: TouchStroke[], x: number, y: number): Promise<number[]> => {
  const { data } = await new Evaluator(1e7).pixels(touchedUp(colourNode('#ff8000'), strokes), request);
  return [...data.subarray(4 * (y * 60 + x), 4 * (y * 60 + x) + 4)];
};

test('a layer is gone where it was brushed away, whole beyond the rim, and comes back where that was asked for', async () => {
  expect(await at([stroke()], 30, 20)).toEqual([0, 0, 0, 0]);
  expect((await at([stroke()], 30, 33))[3]).toBe(1);
  expect((await at([stroke({ strength: 0.25 })], 30, 20))[3]).toBeCloseTo(0.75, 6);
  const back = [stroke(), stroke({ to: 'back', points: [[30, 20]], radius: 5 })];
  expect((await at(back, 30, 20))[3]).toBeCloseTo(1, 1);
  expect((await at(back, 45, 20))[3]).toBe(0);
});

test('half the scale is the same picture in the small: colours stay, and the rim fades without a step', async () => {
  const node = brushedNode(1, [{ ...stroke(), value: 0 }]);
  const half = await new Evaluator(1e7).pixels(node, { region: { x: 0, y: 0, width: 30, height: 20 }, scale: 0.5 });
  const whole = await new Evaluator(1e7).pixels(node, request);
  for (const [x, y] of [
    [15, 10],
    [15, 6],
    [15, 3],
  ]) {
    const mean = [0, 1, 60, 61].reduce((sum, step) => sum + whole.data[2 * y * 60 + 2 * x + step], 0) / 4;
    expect(Math.abs(half.data[y * 30 + x] - mean)).toBeLessThan(0.04);
  }
  for (let y = 1; y < 40; y++)
    expect(Math.abs(whole.data[y * 60 + 30] - whole.data[(y - 1) * 60 + 30])).toBeLessThan(0.45);
});

test('nothing is done without strokes', () => {
  const node = colourNode('#123456');
  expect(touchedUp(node, [])).toBe(node);
});

import { Evaluator } from '../../../graph/evaluate';
import type { Pull, PullStroke } from '../schema';
import { plainPull } from '../schema';
import { pullGrid, pullNode, pullReach } from '.';
import { falloff } from '../../../graph/brushed';
import { dabsOf, drawPull, type PullField } from './stroke';

const [width, height] = [120, 80];
const emptyField = (): PullField => ({
  width,
  height,
  across: new Float32Array(width * height),
  down: new Float32Array(width * height),
});
const stroke = (change: Partial<PullStroke>): PullStroke => ({
  kind: 'pull',
  points: [
    [30, 40],
    [60, 40],
  ],
  radius: 20,
  softness: 0.6,
  strength: 1,
  ...change,
});
const drawn = (...strokes: PullStroke[]): PullField => {
  const field = emptyField();
  for (const one of strokes) drawPull(field, one, null);
  return field;
};
const at = (x: number, y: number): number => y * width + x;

test('dabs lie at even distances along a line, and tell how far the brush has come', () => {
  const dabs = dabsOf(
    [
      [0, 0],
      [10, 0],
      [10, 5],
    ],
    2.5,
  );
  expect(dabs.map(({ x, y }) => [x, y])).toEqual([
    [2.5, 0],
    [5, 0],
    [7.5, 0],
    [10, 0],
    [10, 2.5],
    [10, 5],
  ]);
  expect(dabs[0]).toMatchObject({ dx: 2.5, dy: 0 });
  expect(dabsOf([[3, 3]], 1).every(({ dx, dy }) => dx === 0 && dy === 0)).toBe(true);
});

test('the brush fades smoothly to its rim, never harder than letters bear', () => {
  expect(falloff(0, 1)).toBe(1);
  expect(falloff(1, 1)).toBe(0);
  expect(falloff(0.5, 1)).toBeCloseTo(0.5, 6);
  for (let far = 0; far < 1; far += 0.01) expect(falloff(far, 0) - falloff(far + 0.01, 0)).toBeLessThan(0.05);
});

test('what is pulled comes along with the brush; beyond it nothing moves', () => {
  const { across, down } = drawn(stroke({}));
  // The middle of the brush has come 30 px.
  expect(across[at(60, 40)]).toBeGreaterThan(-31);
  expect(across[at(60, 40)]).toBeLessThan(-26);
  expect(Math.abs(down[at(60, 40)])).toBeLessThan(0.2);
  expect(across[at(60, 65)]).toBe(0);
  expect(across[at(95, 40)]).toBe(0);
});

test.each(['pull', 'swell', 'pinch', 'swirl'] as const)('%s: nothing is folded over', (kind) => {
  const { across, down } = drawn(stroke({ kind, softness: 0 }), stroke({ kind, softness: 0 }));
  let least = Infinity;
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = at(x, y);
      const a = 1 + (across[i + 1] - across[i - 1]) / 2;
      const d = 1 + (down[i + width] - down[i - width]) / 2;
      const b = (across[i + width] - across[i - width]) / 2;
      const c = (down[i + 1] - down[i - 1]) / 2;
      least = Math.min(least, a * d - b * c);
    }
  expect(least).toBeGreaterThan(-0.02);
});

test('swelling shows less under the brush, pinching more, swirling turns about it', () => {
  const touch = (kind: PullStroke['kind']): PullField => drawn(stroke({ kind, points: [[60.5, 40.5]] }));
  const spread = ({ across }: PullField): number => 10 + across[at(65, 40)] - across[at(55, 40)];
  expect(spread(touch('swell'))).toBeLessThan(9);
  expect(spread(touch('pinch'))).toBeGreaterThan(11);
  const { across, down } = touch('swirl');
  expect(down[at(66, 40)]).toBeLessThan(-0.5);
  expect(down[at(54, 40)]).toBeGreaterThan(0.5);
  expect(Math.hypot(across[at(60, 40)], down[at(60, 40)])).toBeLessThan(0.1);
});

test('calming brings back what was pulled', () => {
  const calm = stroke({ kind: 'calm', radius: 45 });
  const { across } = drawn(stroke({}), calm, calm, calm, calm);
  expect(Math.abs(across[at(60, 40)])).toBeLessThan(3);
});

test('strokes keep inside a line, or outside; they are drawn one on the other, whatever their number', async () => {
  const sheet = { width, height };
  const fence = {
    points: [
      [0, 0],
      [120, 0],
      [120, 40],
      [0, 40],
    ] as [number, number][],
  };
  const shifts = async (pull: Pull): Promise<Float32Array> => {
    const { node, grid } = pullNode(pull, sheet);
    return (await new Evaluator(1e8).pixels(node, grid)).data;
  };
  const inside = await shifts({ ...plainPull(), strokes: [stroke({})], fence: { ...fence, keeps: 'inside' } });
  const outside = await shifts({ ...plainPull(), strokes: [stroke({})], fence: { ...fence, keeps: 'outside' } });
  expect(Math.abs(inside[4 * at(60, 46)])).toBeLessThan(1e-6);
  expect(inside[4 * at(60, 36)]).toBeLessThan(-5);
  expect(Math.abs(outside[4 * at(60, 34)])).toBeLessThan(1e-6);
  expect(outside[4 * at(60, 44)]).toBeLessThan(-5);
  const many = Array.from({ length: 19 }, (_, i) =>
    stroke({
      points: [
        [30, 10 + 3 * i],
        [45, 12 + 3 * i],
      ],
      radius: 8,
    }),
  );
  const together = drawn(...many);
  const stepwise = await shifts({ ...plainPull(), strokes: many });
  for (let i = 0; i < together.across.length; i += 11) expect(stepwise[4 * i]).toBeCloseTo(together.across[i], 4);
});

test('how far strokes may have brought letters is known beforehand', () => {
  expect(pullReach({ ...plainPull(), strokes: [stroke({}), stroke({ kind: 'swell' })] })).toBeCloseTo(30 + 10, 6);
  expect(pullGrid({ width: 6000, height: 4000 }).scale).toBeCloseTo(Math.sqrt(250000 / 24e6), 6);
});

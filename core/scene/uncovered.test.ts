import { Evaluator } from '../graph/evaluate';
import { paintedNode } from '../testing/nodes';
import { uncovered } from './uncovered';

const sheet = { width: 120, height: 80 };
/** A wall that gets lighter to the right, and a black stem before it. */
const stem = (x: number): number => (x > 50 && x < 60 ? 1 : 0);
const photo = paintedNode('wall and stem', (x) => (stem(x) ? [0, 0, 0, 1] : [0.3 + x / 400, 0.5, 0.6, 1]));
const matte = paintedNode('stem', (x) => [stem(x)], 1);

test('behind a veil the wall goes on; beside it the photograph is as it is, to the bit', async () => {
  const evaluator = new Evaluator(1e8);
  for (const scale of [1, 0.5]) {
    const request = { region: { x: 0, y: 10, width: 120 * scale, height: 20 }, scale };
    const { data } = await evaluator.pixels(uncovered(photo, [matte], sheet), request);
    const bare = await evaluator.pixels(photo, request);
    for (let x = 0; x < 120 * scale; x++) {
      const place = (x + 0.5) / scale;
      if (stem(place)) expect(Math.abs(data[4 * x] - (0.3 + place / 400))).toBeLessThan(0.03);
      else expect(data[4 * x]).toBe(bare.data[4 * x]);
    }
  }
});

test('without veils it is the photograph itself', () => {
  expect(uncovered(photo, [], sheet)).toBe(photo);
});

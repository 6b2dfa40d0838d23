import { Evaluator } from '../graph/evaluate';
import { colourNode } from '../testing/nodes';
import { stripBorders, testStrip } from './testStrip';

test('each picture is seen in its part, at any scale and in any tile', async () => {
  const pictures = ['#ff0000', '#00ff00', '#0000ff'].map(colourNode);
  const strip = testStrip(pictures, { x: 30, y: 0, width: 60, height: 10 });
  expect(stripBorders(3, { x: 30, y: 0, width: 60, height: 10 })).toEqual([50, 70]);
  for (const scale of [1, 0.5, 2])
    for (const [x, channel] of [
      [10, 0],
      [49, 0],
      [51, 1],
      [69, 1],
      [71, 2],
      [110, 2],
    ]) {
      const region = { x: Math.floor(x * scale), y: 0, width: 1, height: 1 };
      const { data } = await new Evaluator(1e6).pixels(strip, { region, scale });
      expect([...data.slice(0, 3)].indexOf(1)).toBe(channel);
    }
  const { data } = await new Evaluator(1e6).pixels(strip, { region: { x: 45, y: 0, width: 30, height: 2 }, scale: 1 });
  expect([data[0], data[4 * 10 + 1], data[4 * 29 + 2]]).toEqual([1, 1, 1]);
});

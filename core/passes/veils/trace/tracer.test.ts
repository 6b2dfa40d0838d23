import { demoPlate, trueMatte } from '../../../testing/plates';
import { distanceToSegment } from '../../../shape/simplify';
import type { Point } from '../../../shape/affine';
import { Tracer } from './tracer';

/** Where the true matte crosses one half along a row of the jar, from the outside in. */
function edgeInRow(matte: { width: number; data: Float32Array }, y: number, from: number, step: 1 | -1): number {
  const at = (x: number): number => matte.data[y * matte.width + x];
  let x = from;
  while (at(x) < 0.5) x += step;
  const before = at(x - step);
  const part = (0.5 - before) / (at(x) - before);
  return x - step + 0.5 + part * step;
}

function distanceToLine(point: Point, line: readonly Point[]): number {
  let least = Infinity;
  for (let i = 1; i < line.length; i++) least = Math.min(least, distanceToSegment(point, line[i - 1], line[i]));
  return least;
}

/** Clicks about 80 px apart along one side of the jar's body, each up to 2 px beside the edge, as a hand sets them. */
async function traceSide(step: 1 | -1): Promise<number[]> {
  const matte = await trueMatte('jar.jar');
  const picture = await demoPlate('jar');
  const rows = [660, 730, 800, 870, 940, 1010];
  const start = step === 1 ? 640 : 1240;
  const clicks = rows.map((y, i): Point => [edgeInRow(matte, y, start, step) + ((i * 7) % 5) - 2, y + 0.5]);
  const tracer = new Tracer(picture);
  const line: Point[] = [];
  let from = await tracer.onEdge(clicks[0], 0);
  for (const click of clicks.slice(1)) {
    const to = await tracer.onEdge(click, 0);
    await tracer.start(from, 0);
    line.push(...(await tracer.finish(from, to)));
    from = to;
  }
  const errors: number[] = [];
  for (let y = 664; y < 1006; y += 2) errors.push(distanceToLine([edgeInRow(matte, y, start, step), y + 0.5], line));
  return errors.sort((a, b) => a - b);
}

describe('trace along the jar, against its true matte', () => {
  test.each([
    ['left', 1],
    ['right', -1],
  ] as const)('the %s side lies within 1.5 px of the true edge (95th percentile)', async (_side, step) => {
    const errors = await traceSide(step);
    expect(errors.length).toBeGreaterThan(150);
    expect(errors[Math.floor(errors.length * 0.95)]).toBeLessThan(1.5);
    expect(errors[Math.floor(errors.length * 0.5)]).toBeLessThan(0.7);
  });
});

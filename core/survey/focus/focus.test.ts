import { phi } from '../../testing/gaussian';
import { demoPlate, trueMatte } from '../../testing/plates';
import { photographed } from '../testing/made';
import { lookAt } from '../view';
import { focus, type Focus } from '.';

const [width, height] = [900, 600];
const at = ({ map }: Focus, x: number, y: number, size = { width, height }): number =>
  map.values[Math.floor((y * map.height) / size.height) * map.width + Math.floor((x * map.width) / size.width)];

/** Upright bars, blurred by a Gaussian that grows from the top to the bottom, as ground that recedes. */
test('a ramp of blur is found where it is, within half a px or 15 %', async () => {
  const sigmaAt = (y: number): number => 0.7 + (y / height) * 6;
  const bars = photographed(width, height, (x, y) => {
    const period = 90;
    const [place, sigma] = [(x + 0.5) % period, sigmaAt(y)];
    const bar = phi((place - 20) / sigma) - phi((place - 65) / sigma) + phi((place - 20 - period) / sigma);
    const light = 0.08 + 0.55 * bar;
    return [light, light, light * 0.9];
  });
  const found = await focus.take(await lookAt(bars));
  expect(found.confidence).toBeGreaterThan(0.9);
  for (const y of [60, 200, 300, 420, 540])
    for (const x of [100, 450, 800])
      expect(Math.abs(at(found, x, y) - sigmaAt(y))).toBeLessThan(Math.max(0.5, 0.15 * sigmaAt(y)));
  expect(found.recedes!.down).toBeGreaterThan(7);
  expect(found.recedes!.down).toBeLessThan(13);
  expect(Math.abs(found.recedes!.across)).toBeLessThan(1.5);
});

/**
 * The blur of a matte's border: for an edge blurred by a Gaussian, coverage times what is left of it sums up across the
 * edge to sigma / sqrt(pi).
 */
async function matteSigma(name: string, [left, top, right, bottom]: readonly number[]): Promise<number> {
  const { width: wide, data } = await trueMatte(name);
  const found: number[] = [];
  for (let y = top; y < bottom; y += 3) {
    for (let x = left; x < right; x++) {
      const i = y * wide + x;
      if (!(data[i] < 0.5 && data[i + 1] >= 0.5)) continue;
      let [sum, gx, gy] = [0, 0, 0];
      // One border alone: from nothing to all in one rise.
      let [first, last] = [0, 1];
      while (first > -40 && data[i + first] > 0.03 && data[i + first - 1] <= data[i + first]) first--;
      while (last < 40 && data[i + last] < 0.97 && data[i + last + 1] >= data[i + last]) last++;
      if (data[i + first] > 0.03 || data[i + last] < 0.97) continue;
      for (let k = first; k <= last; k++) {
        sum += data[i + k] * (1 - data[i + k]);
        gx += data[i + k + 2] - data[i + k - 2];
        gy += data[i + k + 2 * wide] - data[i + k - 2 * wide];
      }
      found.push(((sum * Math.abs(gx)) / Math.hypot(gx, gy)) * Math.sqrt(Math.PI));
    }
  }
  found.sort((p, q) => p - q);
  return found[found.length >> 1];
}

test.each([
  ['kilnwall', 'kilnwall.post', 0.15, 500, 300, 600, 900],
  ['jar', 'jar.jar', 0.15, 720, 700, 1180, 1040],
  ['dune', 'dune.grass', 0.2, 400, 960, 640, 1180],
  // The blades stand from 1.3 to 2.9 m off, each with a blur of its own.
] as const)('%s is as sharp at %s as the renderer made it', async (plate, matte, within, left, top, right, bottom) => {
  const found = await focus.take(await lookAt(await demoPlate(plate)));
  const wanted = await matteSigma(matte, [left, top, right, bottom]);
  const size = { width: 1800, height: 1200 };
  const all = [0.3, 0.4, 0.5, 0.6, 0.7].flatMap((v) =>
    [0.3, 0.4, 0.5, 0.6, 0.7].map((u) => at(found, left + u * (right - left), top + v * (bottom - top), size)),
  );
  const seen = all.sort((p, q) => p - q)[12];
  expect(Math.abs(seen - wanted)).toBeLessThan(Math.max(0.5, within * wanted));
});

import { correlation, photographed } from '../testing/made';
import { lookAt } from '../view';
import { partLight } from '.';

const [width, height] = [360, 240];

/** Two paints in a chequer, lit in soft waves. */
test('waves of light are parted from a chequer of two paints', async () => {
  const lightAt = (x: number, y: number): number => 1 + 0.45 * Math.sin(x / 21) * Math.cos(y / 19);
  const isRed = (x: number, y: number): boolean => (Math.floor(x / 45) + Math.floor(y / 40)) % 2 === 0;
  const paints = photographed(
    width,
    height,
    (x, y) => (isRed(x, y) ? [0.5, 0.2, 0.12] : [0.25, 0.35, 0.5]).map((value) => value * lightAt(x, y)) as never,
    { sigma: 0.7 },
  );
  const { coarse } = await lookAt(paints);
  const { shading, albedo } = partLight(coarse);
  const truth = Float32Array.from({ length: width * height }, (_, i) => lightAt(i % width, Math.floor(i / width)));
  const found = correlation(shading, truth);
  expect(found.correlation).toBeGreaterThan(0.9);
  expect(found.spread).toBeGreaterThan(0.7);
  expect(found.spread).toBeLessThan(1.3);
  // The light alone says little of it; and what is painted is even in itself.
  const whole = correlation(coarse.light.data, truth);
  expect(found.correlation).toBeGreaterThan(whole.correlation);
  const reds = Array.from(albedo).filter((_, i) => isRed(i % width, Math.floor(i / width)));
  const mean = reds.reduce((sum, value) => sum + value, 0) / reds.length;
  const spread = Math.sqrt(reds.reduce((sum, value) => sum + (value - mean) ** 2, 0) / reds.length);
  expect(spread / mean).toBeLessThan(0.2);
});

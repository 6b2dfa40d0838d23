import { paintedPicture } from '../testing/pictures';
import { photographed } from './testing/made';
import { calmPlaces, calm } from './calm';
import { clipped } from './clipped';
import { detail } from './detail';
import { evenness } from './evenness';
import { shadows } from './shadows';
import { lookAt } from './view';
import { measureNames, takeSurvey, type Survey } from '.';

test('a quarter white, an eighth black: so much is clipped', async () => {
  const picture = paintedPicture(256, 256, (x, y) => {
    if (y < 64) return [255, 255, 255];
    if (y < 96) return [0, 0, 0];
    return x < 128 ? [255, 120, 90] : [120, 110, 90];
  });
  const found = await clipped.take(await lookAt(picture));
  expect(found.white).toBeCloseTo(1 / 4, 2);
  expect(found.black).toBeCloseTo(1 / 8, 2);
  expect(found.light).toBeCloseTo(1 / 4 + (1 - 3 / 8) / 2, 2);
});

test('light that falls by two stops from side to side is two stops uneven', async () => {
  const falling = photographed(600, 300, (x) => {
    const light = 0.6 * 2 ** ((-2 * x) / 599);
    return [light, light, light];
  });
  const found = await evenness.take(await lookAt(falling));
  // The 5th to the 95th percentile of an even fall of two stops: 1.8; the broad blur takes a little at the ends.
  expect(found.stops).toBeGreaterThan(1.45);
  expect(found.stops).toBeLessThan(1.85);
});

test.each([16, 40, 90])('waves of %i px have that detail', async (period) => {
  const waves = photographed(800, 600, (x, y) => {
    const light = 0.3 + 0.2 * Math.sin((2 * Math.PI * (x + y)) / Math.SQRT2 / period);
    return [light, light, light];
  });
  const found = await detail.take(await lookAt(waves));
  expect(found.size / period).toBeGreaterThan(0.7);
  expect(found.size / period).toBeLessThan(1.4);
});

test('the calm corner of a busy picture is where words would go', async () => {
  const picture = photographed(720, 480, (x, y) => {
    const isCalm = x > 360 && y < 240;
    const light = isCalm ? 0.3 : 0.3 + 0.25 * Math.sign(Math.sin(x / 1.7) * Math.sin(y / 1.5));
    return [light, light * 0.9, light * 0.8];
  });
  const found = await calm.take(await lookAt(picture));
  expect(found.share).toBeGreaterThan(0.2);
  expect(found.share).toBeLessThan(0.3);
  for (const place of found.places) {
    expect(place.x).toBeGreaterThan(350);
    expect(place.y + place.height).toBeLessThan(251);
  }
  const [place] = calmPlaces(found.unrest, { width: 720, height: 480 }, 1.5, 1);
  expect(place.width).toBeGreaterThan(300);
});

test('shadows of a known depth and colour', async () => {
  const picture = photographed(600, 400, (x, y) => {
    const isShadow = Math.hypot((x % 150) - 75, (y % 130) - 65) < 16;
    const light = isShadow ? 0.3 : 1;
    return [0.5 * light, 0.45 * light, 0.38 * light];
  });
  const found = await shadows.take(await lookAt(picture));
  expect(found.depth).toBeGreaterThan(0.25);
  expect(found.depth).toBeLessThan(0.42);
  // Oklab lightness of the grey 0.3 * 0.45 is its cube root.
  expect(found.tint[0]).toBeCloseTo(Math.cbrt(0.3 * 0.452), 1);
  expect(found.confidence).toBeGreaterThan(0.5);
});

describe('the light that is left in shadows', () => {
  /** Round spots on a ground that is a little uneven. @param left of its light in them @param ground linear */
  const spotted = async (left: readonly number[], ground = [0.5, 0.45, 0.38]) => {
    const picture = photographed(
      600,
      400,
      (x, y) => {
        const isSpot = Math.hypot((x % 150) - 75, (y % 130) - 65) < 20;
        const uneven = 1 + 0.1 * Math.sin(x / 7) * Math.sin(y / 9);
        return ground.map((value, c) => value * uneven * (isSpot ? left[c] : 1)) as [number, number, number];
      },
      { sigma: 2, seed: 5 },
    );
    return shadows.take(await lookAt(picture));
  };

  test.each([
    ['under a blue sky', [0.18, 0.21, 0.28]],
    ['in a grey room', [0.3, 0.3, 0.3]],
    ['deep', [0.1, 0.11, 0.13]],
  ] as const)('%s, by red, green and blue', async (_, truth) => {
    const { left, regions } = await spotted(truth);
    for (const found of [left, ...regions.map((region) => region!.left)])
      truth.forEach((value, c) => expect(Math.abs(found![c] / value - 1)).toBeLessThan(0.12));
  });

  test('dark paint of another colour is not taken for it', async () => {
    for (const paint of [
      [0.3, 0.22, 0.16],
      [0.2, 0.36, 0.3],
      [0.3, 0.3, 0.2],
    ])
      expect((await spotted(paint)).left).toBeNull();
  });
});

const odd = {
  black: paintedPicture(400, 300, () => [0, 0, 0]),
  white: paintedPicture(400, 300, () => [255, 255, 255]),
  'one colour': paintedPicture(400, 300, () => [180, 90, 40]),
  'one px': paintedPicture(1, 1, () => [90, 100, 110]),
  'a strip': paintedPicture(30000, 40, (x) => [x % 256, (x >> 4) % 256, 90]),
  clear: paintedPicture(300, 200, () => [0, 0, 0, 0], 4),
  'a drawing': paintedPicture(500, 400, (x, y) => (x % 60 < 3 || y % 45 < 3 ? [20, 20, 20] : [255, 255, 255])),
  grey: paintedPicture(200, 200, (x) => [x], 1),
};

test.each(Object.entries(odd))(
  '%s: an answer of finite numbers, and none too sure of the light',
  async (_, picture) => {
    const found = (await takeSurvey(picture)) as Survey;
    expect(Object.keys(found)).toEqual(measureNames);
    JSON.stringify(found, (_key, value: unknown) => {
      if (typeof value === 'number') expect(Number.isFinite(value)).toBe(true);
      return value;
    });
    expect(found.light.confidence).toBeLessThan(0.5);
    for (const name of measureNames) {
      expect(found[name].confidence).toBeGreaterThanOrEqual(0);
      expect(found[name].confidence).toBeLessThanOrEqual(1);
    }
  },
);

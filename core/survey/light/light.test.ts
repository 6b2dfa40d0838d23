import { lights, photographed, vectorOf } from '../testing/made';
import { lookAt } from '../view';
import { joined, light } from '.';
import { between, firstHarmonic, towards, turnedWithout } from './harmonic';

const [width, height, radius] = [270, 225, 60];
const centre = [128, 112];

/** A matt ball of one paint before a plain ground, in one light and some sky (Lambert 1760). */
function ball(towardsLight: readonly [number, number, number], seed: number) {
  return photographed(
    width,
    height,
    (x, y) => {
      const [u, v] = [(x - centre[0]) / radius, (y - centre[1]) / radius];
      const square = u * u + v * v;
      if (square >= 1) return [0.1, 0.2, 0.35];
      const facing = u * towardsLight[0] + v * towardsLight[1] + Math.sqrt(1 - square) * towardsLight[2];
      const lit = 0.12 + 0.8 * Math.max(0, facing);
      return [0.7 * lit, 0.5 * lit, 0.3 * lit];
    },
    { sigma: 1.5, seed },
  );
}

const ballMask = Uint8Array.from({ length: width * height }, (_, i) =>
  Math.hypot((i % width) - centre[0], Math.floor(i / width) - centre[1]) < radius ? 1 : 0,
);

test.each(lights.map((one, seed) => ({ ...one, seed })))(
  'a ball lit from $tilt degrees, $height high',
  async ({ tilt, height: high, seed }) => {
    const found = await light.take(await lookAt(ball(vectorOf({ tilt, height: high }), seed + 1), [ballMask]));
    expect(between(found.tilt, tilt)).toBeLessThan(12);
    expect(Math.abs(found.height - high)).toBeLessThan(25);
    // A high light hardly differs around the outline.
    expect(found.confidence).toBeGreaterThan(high > 50 ? 0.2 : 0.5);
  },
);

test('without a thing that is known, a ball is not guessed at with confidence', async () => {
  const found = await light.take(await lookAt(ball(vectorOf({ tilt: 100, height: 30 }), 5)));
  expect(found.confidence).toBeLessThan(0.5);
});

test('the same at all sides says nothing: a flat cut-out', async () => {
  const flat = photographed(width, height, (x, y) => (ballMask[y * width + x] ? [0.6, 0.5, 0.3] : [0.1, 0.2, 0.35]));
  const found = await light.take(await lookAt(flat, [ballMask]));
  expect(found.confidence).toBeLessThan(0.3);
});

test('a sun in the sky is found where it stands, and a white ball is none', async () => {
  const sky = (glow: boolean) =>
    photographed(600, 400, (x, y) => {
      const far = Math.hypot(x - 450, y - 90);
      if (far < 14) return [1, 1, 1];
      const light = glow ? 0.25 + 0.6 * Math.exp(-far / 60) : 0.25;
      return [light, light * 0.9, light * 0.8];
    });
  const found = await light.take(await lookAt(sky(true)));
  expect(found.sun!.place[0]).toBeCloseTo(450.5, 0);
  expect(found.sun!.place[1]).toBeCloseTo(90.5, 0);
  // (450 - 300, 200 - 90): up and to the right.
  expect(between(found.tilt, (Math.atan2(110, 150) * 180) / Math.PI)).toBeLessThan(2);
  expect(found.height).toBeLessThan(-60);
  expect((await light.take(await lookAt(sky(false)))).sun).toBeNull();
});

describe('what glares and is no sun', () => {
  /** Glossy balls, darker than the board that they lie on: each with its highlight. */
  const balls = (places: readonly (readonly [number, number])[], board: number) =>
    photographed(600, 400, (x, y) => {
      for (const [cx, cy] of places) {
        if (Math.hypot(x - cx, y - cy) > 70) continue;
        const far = Math.hypot(x - cx + 15, y - cy + 20);
        const light = far < 9 ? 1 : 0.12 + 0.7 * Math.exp(-far / 16);
        return [light, light, light];
      }
      return [board, board, board];
    });

  test('the highlight of a ball on a lighter board', async () =>
    expect((await light.take(await lookAt(balls([[300, 200]], 0.5)))).sun).toBeNull());

  test('highlights of several balls, on a dark board too', async () => {
    const found = await light.take(await lookAt(balls([[110, 200], [300, 200], [490, 200]], 0.05))); // prettier-ignore
    expect(found.sun).toBeNull();
    expect(found.confidence).toBeLessThan(0.5);
  });
});

test('the first harmonic of cos(angle - 40 degrees) is that', () => {
  const list = Array.from({ length: 36 }, (_, i) => ({
    along: towards(i * 10),
    value: 2 + 0.7 * Math.cos(((i * 10 - 40) * Math.PI) / 180),
  }));
  const found = firstHarmonic(list)!;
  expect(found.mean).toBeCloseTo(2, 6);
  expect(found.size).toBeCloseTo(0.7, 6);
  expect(found.tilt).toBeCloseTo(40, 4);
  expect(found.explained).toBeCloseTo(1, 6);
  expect(found.covered).toBeCloseTo(1, 6);
});

describe('how far a harmonic turns without a quarter of its directions', () => {
  const turned = (value: (angle: number) => number): number => {
    const list = Array.from({ length: 72 }, (_, i) => ({ along: towards(i * 5), value: value(i * 5) }));
    return turnedWithout(list, firstHarmonic(list)!);
  };
  const cosine = (angle: number): number => Math.cos((angle * Math.PI) / 180);

  test('light that shows all around: not at all', () =>
    expect(turned((angle) => 0.3 + cosine(angle - 200))).toBeLessThan(0.1));

  test('what only one side says, which is gone without it', () =>
    expect(turned((angle) => (between(angle, 90) < 40 ? -1 : 0))).toBe(90));

  test('a dark upper side beside light from the left', () =>
    expect(turned((angle) => (between(angle, 90) < 40 ? -1 : 0.5 * Math.max(0, cosine(angle - 180))))).toBeGreaterThan(
      50,
    ));
});

test('cues that agree are surer together, and one that contradicts takes of it', () => {
  const cue = (tilt: number, confidence: number) =>
    ({ from: 'shadows beside things', tilt, height: null, confidence }) as const;
  expect(joined([cue(100, 0.5), cue(110, 0.4)]).confidence).toBeCloseTo(1 - 0.5 * 0.6, 6);
  expect(joined([cue(100, 0.5), cue(280, 0.4)]).confidence).toBeCloseTo(0.5 * (1 - 0.8 * 0.4), 6);
  expect(joined([]).confidence).toBe(0);
});

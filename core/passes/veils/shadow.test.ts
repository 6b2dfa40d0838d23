import { emptyRaster } from '../../pixels/raster';
import { Evaluator } from '../../graph/evaluate';
import type { Node } from '../../graph/node';
import { firstShadow, plainStroke, type Stroke, type VeilShadow } from './schema';
import { colourNode, shadowNode, shadowOffset, shadowSigma } from './shadow';

const plain: VeilShadow = { ...firstShadow, lift: 40, angle: 0, size: 0, strength: 0.5, colour: '#102030' };

test('the offset is the lift over the tangent of the lamp’s height, the penumbra the lift times the lamp’s size', () => {
  expect(shadowOffset(plain).x).toBeCloseTo(40, 9);
  expect(shadowOffset({ ...plain, angle: 90 }).y).toBeCloseTo(40, 9);
  expect(shadowOffset({ ...plain, height: 63.4349488 }).x).toBeCloseTo(20, 6);
  expect(shadowSigma({ ...plain, size: 0.5 })).toBe(5);
  // Twice as far off: twice as far away and twice as soft.
  expect([
    shadowOffset({ ...plain, lift: 80 }).x / 40,
    shadowSigma({ ...plain, lift: 80, size: 1 }) / shadowSigma({ ...plain, size: 1 }),
  ]).toEqual([expect.closeTo(2, 9), 2]);
});

/** A matte that is 1 left of x = 50 sheet px. */
const half: Node = {
  key: 'half',
  channels: 1,
  bounds: null,
  needs: () => ({}),
  compute({ region, scale }) {
    const out = emptyRaster(region.width, region.height, 1);
    for (let i = 0; i < out.data.length; i++) out.data[i] = (region.x + (i % region.width) + 0.5) / scale < 50 ? 1 : 0;
    return out;
  },
};

test.each([1, 0.5])('at scale %p the shadow lies moved, at its strength, half of it on its edge', async (scale) => {
  const row = async (shadow: VeilShadow) =>
    (
      await new Evaluator(1e8).pixels(shadowNode(shadow, half), {
        region: { x: 0, y: 0, width: 200 * scale, height: 3 },
        scale,
      })
    ).data;
  const hard = await row(plain);
  expect([hard[80 * scale], hard[96 * scale]]).toEqual([0.5, 0]);
  const soft = await row({ ...plain, size: 0.5 });
  expect((soft[90 * scale - 1] + soft[90 * scale]) / 2).toBeCloseTo(0.25, 2);
  expect(soft[(90 - 20) * scale]).toBeGreaterThan(0.49);
  expect(soft[(90 + 20) * scale]).toBeLessThan(0.01);
});

test('its colour is the same everywhere', async () => {
  const { data } = await new Evaluator(1e8).pixels(colourNode('#ff8000'), {
    region: { x: 5, y: 5, width: 7, height: 3 },
    scale: 1,
  });
  for (let at = 0; at < data.length; at += 4)
    expect([data[at], Math.round(data[at + 1] * 255), data[at + 2], data[at + 3]]).toEqual([1, 128, 0, 1]);
});

/** Paints all of a stretch: a stroke much wider than it is long. */
const wide = (side: 'front' | 'behind', y: number): Stroke =>
  plainStroke({
    side,
    radius: 30,
    points: [
      [-500, y],
      [500, y],
    ],
  });

test('where the veil is painted near, its shadow clings; where far, it falls farther', async () => {
  const painted: VeilShadow = {
    ...plain,
    strength: 1,
    lift: 40,
    nearLift: 0,
    farLift: 80,
    lifts: [wide('behind', 0), wide('front', 200)],
  };
  const edgeAt = async (y: number): Promise<number> => {
    const { data } = await new Evaluator(1e8).pixels(shadowNode(painted, half), {
      region: { x: 0, y, width: 200, height: 1 },
      scale: 1,
    });
    return data.findIndex((value) => value < 0.5);
  };
  // The matte ends at x = 50; with the lamp at 45° the shadow falls as far as the lift.
  expect(await Promise.all([edgeAt(0), edgeAt(100), edgeAt(200)])).toEqual([50, 90, 130]);
});

test('a brushed shadow is deeper or away where it was brushed, and as strong as it may be', async () => {
  const brushed: VeilShadow = {
    ...plain,
    touches: [
      plainStroke({ side: 'behind', radius: 10, points: [[20, 20]] }),
      plainStroke({ side: 'front', radius: 10, points: [[150, 20]] }),
    ],
  };
  const { data } = await new Evaluator(1e8).pixels(shadowNode(brushed, half), {
    region: { x: 0, y: 20, width: 200, height: 1 },
    scale: 1,
  });
  expect([data[20], data[50], data[120], data[150]]).toEqual([0, 0.5, 0, 0.5]);
});

test('steps of lift share out the veil without a seam', async () => {
  const painted: VeilShadow = {
    ...plain,
    strength: 1,
    lift: 20,
    nearLift: 20,
    farLift: 20,
    lifts: [
      plainStroke({
        side: 'front',
        radius: 60,
        softness: 1,
        points: [
          [0, 0],
          [0, 60],
        ],
      }),
    ],
  };
  const request = { region: { x: 0, y: 0, width: 60, height: 60 }, scale: 1 };
  const [even, parted] = await Promise.all(
    [{ ...painted, lifts: [] }, painted].map((shadow) =>
      Promise.resolve(new Evaluator(1e8).pixels(shadowNode(shadow, half), request)),
    ),
  );
  for (let i = 0; i < even.data.length; i++) expect(Math.abs(even.data[i] - parted.data[i])).toBeLessThan(1e-5);
});

import { emptyRaster } from '../../pixels/raster';
import { Evaluator } from '../../render/evaluate';
import type { Node } from '../../render/node';
import { firstShadow, type VeilShadow } from './schema';
import { colourNode, shadowNode, shadowOffset, shadowSigma } from './shadow';

const plain: VeilShadow = { ...firstShadow, lift: 40, angle: 0, size: 0, strength: 0.5, colour: '#102030' };

test('the offset is the lift over the tangent of the lamp’s height, the penumbra the lift times the lamp’s size', () => {
  expect(shadowOffset(plain).x).toBeCloseTo(40, 9);
  expect(shadowOffset({ ...plain, angle: 90 }).y).toBeCloseTo(40, 9);
  expect(shadowOffset({ ...plain, height: 63.4349488 }).x).toBeCloseTo(20, 6);
  expect(shadowSigma({ ...plain, size: 0.5 })).toBe(5);
  // Twice as far off: twice as far away and twice as soft.
  expect([shadowOffset({ ...plain, lift: 80 }).x / 40, shadowSigma({ ...plain, lift: 80, size: 1 }) / shadowSigma({ ...plain, size: 1 })]).toEqual([expect.closeTo(2, 9), 2]);
});

/** A matte that is 1 left of x = 50 sheet px. */
const half: Node = {
  key: 'half', channels: 1, bounds: null, needs: () => [],
  compute({ region, scale }) {
    const out = emptyRaster(region.width, region.height, 1);
    for (let i = 0; i < out.data.length; i++) out.data[i] = (region.x + (i % region.width) + 0.5) / scale < 50 ? 1 : 0;
    return out;
  },
};

test.each([1, 0.5])('at scale %p the shadow lies moved, at its strength, half of it on its edge', async (scale) => {
  const row = async (shadow: VeilShadow) => (await new Evaluator(1e8).pixels(shadowNode(shadow, half), { region: { x: 0, y: 0, width: 200 * scale, height: 3 }, scale })).data;
  const hard = await row(plain);
  expect([hard[80 * scale], hard[96 * scale]]).toEqual([0.5, 0]);
  const soft = await row({ ...plain, size: 0.5 });
  expect((soft[90 * scale - 1] + soft[90 * scale]) / 2).toBeCloseTo(0.25, 2);
  expect(soft[(90 - 20) * scale]).toBeGreaterThan(0.49);
  expect(soft[(90 + 20) * scale]).toBeLessThan(0.01);
});

test('its colour is the same everywhere', async () => {
  const { data } = await new Evaluator(1e8).pixels(colourNode('#ff8000'), { region: { x: 5, y: 5, width: 7, height: 3 }, scale: 1 });
  for (let at = 0; at < data.length; at += 4) expect([data[at], Math.round(data[at + 1] * 255), data[at + 2], data[at + 3]]).toEqual([1, 128, 0, 1]);
});

import { usualPlateView } from '../../light/lamp';
import { photographed } from '../testing/made';
import { lookAt } from '../view';
import { heightByGround, shadowOnGround } from './ground';

const [width, height] = [360, 240];
const focal = width / 2 / Math.tan((usualPlateView * Math.PI) / 360);
/** A post stands on level ground before a level camera: where its foot is seen, how wide and how tall, px. */
const post = { x: 170, foot: 200, wide: 22, tall: 120 };

const mask = Uint8Array.from({ length: width * height }, (_, i) => {
  const [x, y] = [i % width, Math.floor(i / width)];
  return Math.abs(x - post.x) < post.wide / 2 && y <= post.foot && y > post.foot - post.tall ? 1 : 0;
});

/** Where a place of the picture lies on the ground, in heights of the camera over it; null above the horizon. */
function groundAt(x: number, y: number): { right: number; away: number } | null {
  const below = y - height / 2;
  return below > 1 ? { right: (x - width / 2) / below, away: focal / below } : null;
}
const foot = groundAt(post.x, post.foot)!;
const thick = (post.wide / focal) * foot.away;

/**
 * The post with its shadow. @param deep how far it runs away for each step to the side @param left of the light, in the shadow
 */
function scene(side: 1 | -1, deep: number, { left = 0.35, wall = 0.4 } = {}) {
  return photographed(
    width,
    height,
    (x, y) => {
      if (mask[y * width + x]) return [0.5, 0.4, 0.2];
      const place = groundAt(x, y);
      // The wall is lighter on one side.
      if (!place || place.away > 6 * foot.away) return [wall + (0.3 * x) / width, wall, wall * 0.9];
      const [across, away] = [side * (place.right - foot.right), place.away - foot.away];
      const far = (across + deep * away) / (1 + deep * deep);
      const off = Math.abs(away - deep * across) / Math.hypot(1, deep);
      const light = 0.3 * (far > 0 && far < 40 * thick && off < thick / 2 ? left : 1);
      return [light, light * 0.8, light * 0.6];
    },
    { sigma: 2, seed: 3 },
  );
}

const degrees = (tangent: number): number => (Math.atan(tangent) * 180) / Math.PI;

test.each([
  [1, 0.15],
  [1, 0.5],
  [1, 1],
  [-1, 0.3],
  [-1, 0.8],
  [1, -0.2],
  [-1, -0.3],
] as const)('a shadow to the side %d that runs %d into the depth', async (side, deep) => {
  const view = await lookAt(scene(side, deep), [mask]);
  const found = shadowOnGround(view.coarse, view.things)!;
  expect(found.side).toBe(side);
  expect(found.confidence).toBeGreaterThan(0.3);
  expect(Math.abs(degrees(found.deep) - degrees(deep))).toBeLessThan(7);
});

test('what throws none, or no more than a corner keeps off, tells nothing', async () => {
  for (const left of [1, 0.9]) {
    const view = await lookAt(scene(1, 0.4, { left }), [mask]);
    expect(shadowOnGround(view.coarse, view.things)?.confidence ?? 0).toBeLessThan(0.1);
  }
});

test('a thing that runs out of the picture has no foot, and a speck none that is seen', async () => {
  const view = await lookAt(scene(1, 0.4));
  const cut = mask.map((one, i) => (one || (i % width === post.x && i > width * 150) ? 1 : 0));
  const speck = mask.map((one, i) => (one && i > width * (post.foot - 10) ? 1 : 0));
  expect(shadowOnGround(view.coarse, [cut, speck])).toBeNull();
});

test('the height of the light follows from its tilt and the way of the shadow: vectors agree', () => {
  for (const [x, y, z] of [
    [-0.8, 0.5, 0.3],
    [-0.5, 0.6, 0.62],
    [0.7, 0.6, 0.2],
    [-0.6, 0.7, -0.3],
  ]) {
    // Towards the light: right, up, to the viewer. Its shadow runs the other way.
    const long = Math.hypot(x, y, z);
    const ground = { side: (x < 0 ? 1 : -1) as 1 | -1, deep: z / Math.abs(x), confidence: 1 };
    const tilt = (Math.atan2(y, x) * 180) / Math.PI;
    expect(heightByGround(ground, tilt)).toBeCloseTo((Math.asin(z / long) * 180) / Math.PI, 6);
  }
  // A light from the side on which the shadow lies does not throw it.
  expect(heightByGround({ side: 1, deep: 0.3, confidence: 1 }, 40)).toBeNull();
});

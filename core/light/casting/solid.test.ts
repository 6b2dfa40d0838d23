import { random } from '../../kernels/testing';
import type { Point } from '../../shape/affine';
import type { Quad } from '../../shape/homography';
import { tipsOnGround } from './falls';
import { aboveAt, groundMovedBack, movedBack, slicesOf } from './solid';

const [focal, horizon, high] = [1400, 500, 1.6];
/** A level camera at a height over the ground: right, above the ground, away. */
const seen = (x: number, y: number, z: number): Point => [800 + (focal * x) / z, horizon + (focal * (high - y)) / z];
const ahead: [number, number] = [800, horizon];
/** A slab that stands before the camera, square to its view. */
const slab = { left: -0.7, right: 0.5, tall: 0.9, at: 5, thick: 0.4 };
const faceAt = (z: number): Quad => [
  seen(slab.left, slab.tall, z),
  seen(slab.right, slab.tall, z),
  seen(slab.right, 0, z),
  seen(slab.left, 0, z),
];
const reach = { towards: ahead, part: slab.thick / (slab.at + slab.thick) };
const near = (found: Point, truth: Point): void => {
  expect(found[0]).toBeCloseTo(truth[0], 6);
  expect(found[1]).toBeCloseTo(truth[1], 6);
};

test('the back of a solid is where a camera sees it', () => {
  const truth = faceAt(slab.at + slab.thick);
  movedBack(faceAt(slab.at), reach).forEach((corner, k) => near(corner, truth[k]));
});

test('what lies farther off on the ground moves less: by the thickness, as the camera sees it there', () => {
  const next = random(4);
  for (let k = 0; k < 20; k++) {
    const [x, z] = [-2 + 4 * next(), 2 + 12 * next()];
    near(groundMovedBack(seen(x, 0, z), seen(0.3, 0, slab.at), reach), seen(x, 0, z + slab.thick));
  }
});

test('the shadow of each slice ends where the light says for one that stands there', () => {
  const shine = { tilt: 150, height: 20, size: 0.1 };
  const radians = (degrees: number): number => (degrees * Math.PI) / 180;
  const light = [
    Math.cos(radians(20)) * Math.cos(radians(150)),
    Math.cos(radians(20)) * Math.sin(radians(150)),
    -Math.sin(radians(20)),
  ];
  /** Where the top of something at a place falls. */
  const truth = (x: number, z: number): Point =>
    seen(x - (light[0] * slab.tall) / light[1], 0, z - (light[2] * slab.tall) / light[1]);
  const standing = faceAt(slab.at);
  const above = (Math.atan2(standing[3][1] - horizon, focal) * 180) / Math.PI;
  const slices = slicesOf(standing, reach, (quad) =>
    tipsOnGround(quad, shine, { above: aboveAt(quad[2], { above, ahead }, standing[2]), ahead }),
  );
  near(slices[0].tips[0], truth(slab.left, slab.at));
  const last = slices[slices.length - 1];
  near(last.tips[1], truth(slab.right, slab.at + slab.thick));
  // From one to the next no corner goes farther than a few px, nor back.
  for (let k = 1; k < slices.length; k++)
    slices[k].standing.forEach(([x, y], c) => {
      const [px, py] = slices[k - 1].standing[c];
      expect(Math.hypot(x - px, y - py)).toBeLessThan(Math.max(3.01, 60 / 10));
      expect(y).toBeLessThanOrEqual(Math.max(py, horizon) + 1e-9);
    });
});

test('flat letters are one slice; a slice that falls nowhere is left out', () => {
  const standing = faceAt(slab.at);
  const tips: [Point, Point] = [standing[0], standing[1]];
  expect(slicesOf(standing, { towards: ahead, part: 0 }, () => tips)).toEqual([{ standing, tips }]);
  expect(slicesOf(standing, reach, () => null)).toEqual([]);
});

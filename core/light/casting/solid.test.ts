import { Evaluator } from '../../graph/evaluate';
import { random } from '../../kernels/testing';
import { paintedNode } from '../../testing/nodes';
import type { Point } from '../../shape/affine';
import type { Quad } from '../../shape/homography';
import { tipsOnGround } from './falls';
import { aboveAt, groundMovedBack, movedBack, sweepOf, sweptNode } from './solid';

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

const radians = (degrees: number): number => (degrees * Math.PI) / 180;
/** The way to a light: right, up, away. */
const lightOf = ({ tilt, height }: { tilt: number; height: number }): [number, number, number] => [
  Math.cos(radians(height)) * Math.cos(radians(tilt)),
  Math.cos(radians(height)) * Math.sin(radians(tilt)),
  -Math.sin(radians(height)),
];

test.each([
  { tilt: 150, height: 20 },
  { tilt: 60, height: 35 },
  { tilt: 120, height: -40 },
])('the sweep is what light runs aside within the thickness: $tilt, $height', (from) => {
  const light = lightOf(from);
  const shine = { ...from, size: 0.1 };
  const standing = faceAt(slab.at);
  const back = movedBack(standing, reach);
  const above = (Math.atan2(standing[3][1] - horizon, focal) * 180) / Math.PI;
  const told = { above, ahead };
  const backTips = tipsOnGround(back, shine, { ...told, above: aboveAt(back[2], told, standing[2]) });
  // Where the upper right corner of the back falls, by its ray.
  near(
    backTips[1],
    seen(slab.right - (light[0] * slab.tall) / light[1], 0, slab.at + slab.thick - (light[2] * slab.tall) / light[1]),
  );
  const [u, v] = sweepOf(standing, tipsOnGround(standing, shine, told), reach, backTips)!;
  // From the back to the face a ray to the light goes aside and up, by the thickness for each step towards the viewer.
  const [aside, up] = [light[0] / light[2], light[1] / light[2]].map((one) => one * slab.thick);
  expect(u).toBeCloseTo(aside / (slab.right - slab.left), 6);
  expect(v).toBeCloseTo(-up / slab.tall, 6);
});

test('what is swept covers all that it goes over, and nothing else', async () => {
  // A dot of 4 px in a box of 100; swept by a quarter of it to the left and a tenth up.
  const dot = {
    ...paintedNode('dot', (x, y) => [Number(Math.abs(x - 80) < 2 && Math.abs(y - 60) < 2)], 1),
    bounds: { x: 78, y: 58, width: 4, height: 4 },
  };
  const box: Quad = [
    [50, 20],
    [150, 20],
    [150, 120],
    [50, 120],
  ];
  const region = { x: 0, y: 0, width: 200, height: 140 };
  const { data } = await new Evaluator(1e7).pixels(sweptNode(dot, box, [0.25, 0.1]), { region, scale: 1 });
  for (const part of [0, 0.3, 0.6, 1]) {
    const [x, y] = [Math.floor(80 - 25 * part), Math.floor(60 - 10 * part)];
    expect(data[y * 200 + x]).toBeGreaterThan(0.95);
  }
  expect(data[70 * 200 + 105]).toBe(0);
  expect(data[58 * 200 + 48]).toBe(0);
  // A square of 4 swept by 25 and 10: its own area, and 4 * 25 + 4 * 10; at its edges, where px are covered in part, a quarter of a px.
  const outline = 2 * (4 + 4 + Math.hypot(25, 10));
  const area = data.reduce((sum, value) => sum + value, 0);
  expect(Math.abs(area - (16 + 140))).toBeLessThan(outline / 4);
});

test('light along the face, or rings that cross: none', () => {
  const standing = faceAt(slab.at);
  const level: [Point, Point] = [standing[3], standing[2]];
  expect(sweepOf(standing, level, reach, level)).toBeNull();
});

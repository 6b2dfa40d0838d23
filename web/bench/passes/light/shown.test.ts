import { lampFromSurvey } from '../../../../core/survey/light/lamp';
import { paintedPicture } from '../../../../core/testing/pictures';
import { encodeExact } from '../../../../core/pixels/transfer';
import { lampFromSun, lightFromRound, lightFromStanding, tiltFromShadow, tonesAlong } from './shown';

test('a shadow to the lower right comes of a light from the upper left', () => {
  expect(tiltFromShadow([100, 100], [150, 150])).toBeCloseTo(135, 6);
  expect(tiltFromShadow([100, 100], [100, 180])).toBeCloseTo(90, 6);
  expect(tiltFromShadow([100, 100], [40, 100])).toBeCloseTo(0, 6);
});

test.each([15, 40, 65])('a ball lit from %i degrees high is read along its middle', async (height) => {
  const [cx, cy, radius] = [200, 150, 90];
  const elevation = (height * Math.PI) / 180;
  // Light from the upper left: 150 degrees.
  const tilt = (150 * Math.PI) / 180;
  const light = [Math.cos(elevation) * Math.cos(tilt), -Math.cos(elevation) * Math.sin(tilt), Math.sin(elevation)];
  const ball = paintedPicture(400, 300, (x, y) => {
    const [u, v] = [(x + 0.5 - cx) / radius, (y + 0.5 - cy) / radius];
    const square = u * u + v * v;
    if (square >= 1) return [20, 30, 40];
    const lit = 0.05 + 0.7 * Math.max(0, u * light[0] + v * light[1] + Math.sqrt(1 - square) * light[2]);
    const tone = Math.round(encodeExact(lit) * 255);
    return [tone, tone, tone];
  });
  const border = (sign: number): [number, number] => [
    // The photograph lies at (10, 20), half as large.
    (cx + sign * radius * 0.98 * Math.cos(tilt)) / 2 + 10,
    (cy - sign * radius * 0.98 * Math.sin(tilt)) / 2 + 20,
  ];
  const [bright, dark] = [border(1), border(-1)];
  const found = lightFromRound(bright, dark, await tonesAlong(ball, { scale: 0.5, x: 10, y: 20 }, bright, dark));
  expect(found.tilt).toBeCloseTo(150, 0);
  // A flat light has its brightest place close to the border, where a px is several degrees.
  expect(Math.abs(found.height - height)).toBeLessThan(12);
});

test.each([
  // To the right, up, towards the camera.
  [0.7, 0.5, 0.2],
  [-0.5, 0.8, 0.6],
  [-0.3, 0.4, -0.5],
])('a post on level ground lit along (%f, %f, %f) tells so by its shadow', (right, up, near) => {
  const sheet = { width: 1200, height: 800 };
  const [horizon, focal, high] = [380, 600 / Math.tan((20 * Math.PI) / 180), 1.6];
  const project = (x: number, y: number, z: number): [number, number] => [
    600 + (focal * x) / z,
    horizon + (focal * (high - y)) / z,
  ];
  // 6 m off, 1.2 m tall; the light's way down to the ground is as long as it is tall over how steep it falls.
  const [x, tall, z] = [-0.4, 1.2, 6];
  const far = tall / up;
  const found = lightFromStanding(
    [project(x, tall, z), project(x - right * far, 0, z + near * far), project(x, 0, z)],
    sheet,
    horizon,
  )!;
  expect(found.tilt).toBeCloseTo(((Math.atan2(up, right) * 180) / Math.PI + 360) % 360, 0);
  expect(found.height).toBeCloseTo((Math.atan2(near, Math.hypot(right, up)) * 180) / Math.PI, 0);
});

test('what stands above the horizon tells no height', () => {
  const sheet = { width: 1200, height: 800 };
  const points = [
    [600, 100],
    [700, 300],
    [600, 300],
  ] as const;
  expect(lightFromStanding(points, sheet, 400)).toBeNull();
});

test('a sun in the middle of the sheet stands straight behind, one at the side less so', () => {
  expect(lampFromSun([500, 400], { width: 1000, height: 800 }).height).toBeCloseTo(-90, 6);
  const side = lampFromSun([1000, 400], { width: 1000, height: 800 });
  expect(side.tilt).toBeCloseTo(0, 6);
  // Half of a field of 40 degrees.
  expect(side.height).toBeCloseTo(-70, 6);
});

test('the light of a photograph comes to the sheet with it', () => {
  const light = {
    tilt: 181.72,
    height: -76,
    colour: [1, 0.5, 0.25] as [number, number, number],
    hard: 0.5,
    sun: { place: [289, 618] as const, radius: 50 },
    ground: null,
    cues: [],
    confidence: 0.9,
  };
  const lamp = lampFromSurvey(light, { scale: 2, x: 10, y: -5 });
  expect(lamp.at).toEqual([588, 1231]);
  // 0.5 of linear light is 188 of 255, 0.25 is 137 (IEC 61966-2-1).
  expect(lamp.colour).toBe('#ffbc89');
  expect(lampFromSurvey({ ...light, sun: null }, { scale: 1, x: 0, y: 0 }).at).toBeNull();
});

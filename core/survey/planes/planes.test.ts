import { demoPlate } from '../../testing/plates';
import { readLevel } from '../../pictures/pyramid';
import { pictureOf } from '../../testing/pictures';
import { photographed } from '../testing/made';
import { lookAt } from '../view';
import { planes } from '.';

test.each([false, true])(
  'the vanishing point of the wall within 1 %% of the width (mirrored: %s)',
  async (isMirrored) => {
    const plate = await demoPlate('kilnwall');
    const whole = await readLevel(plate, 0, { x: 0, y: 0, width: 1800, height: 1200 });
    if (isMirrored) {
      const from = whole.bytes.slice();
      for (let i = 0; i < 1800 * 1200; i++)
        for (let c = 0; c < 3; c++) whole.bytes[i * 3 + c] = from[(i - (i % 1800) + 1799 - (i % 1800)) * 3 + c];
    }
    const found = await planes.take(await lookAt(pictureOf('wall', whole)));
    // `wall_vanishing_point_px` of truth.json.
    const wanted = isMirrored ? [1799 - 603, 535] : [603, 535];
    const [x, y] = found.vanishing[0].place!;
    expect(Math.hypot(x - wanted[0], y - wanted[1])).toBeLessThan(18);
    expect(found.confidence).toBeGreaterThan(0.5);
    expect(found.planes).toHaveLength(1);
    // The wall stands to the right of its vanishing point, and is never drawn beyond it.
    const inner = found.planes[0].corners.map(([cx]) => (isMirrored ? 1799 - cx : cx));
    expect(Math.min(...inner)).toBeGreaterThan(603);
  },
);

test('a board seen askew: where its lines meet, and its corners', async () => {
  // Corners of a board; its lines by a homography from the unit square.
  const corners = [
    [150, 120],
    [760, 200],
    [740, 430],
    [170, 560],
  ] as const;
  const [p0, p1, p2, p3] = corners;
  const [sx, sy] = [p0[0] - p1[0] + p2[0] - p3[0], p0[1] - p1[1] + p2[1] - p3[1]];
  const [dx1, dx2, dy1, dy2] = [p1[0] - p2[0], p3[0] - p2[0], p1[1] - p2[1], p3[1] - p2[1]];
  const d = dx1 * dy2 - dx2 * dy1;
  const [g, h] = [(sx * dy2 - dx2 * sy) / d, (dx1 * sy - sx * dy1) / d];
  // Square to quadrilateral (Heckbert 1989).
  const m = [
    [p1[0] - p0[0] + g * p1[0], p3[0] - p0[0] + h * p3[0], p0[0]],
    [p1[1] - p0[1] + g * p1[1], p3[1] - p0[1] + h * p3[1], p0[1]],
    [g, h, 1],
  ];
  const cross = (a: number[], b: number[]) => [
    a[1] * b[2] - a[2] * b[1],
    a[2] * b[0] - a[0] * b[2],
    a[0] * b[1] - a[1] * b[0],
  ];
  const [r0, r1, r2] = [cross(m[1], m[2]), cross(m[2], m[0]), cross(m[0], m[1])];
  const board = photographed(900, 700, (x, y) => {
    // The inverse has the cross products as its columns.
    const [u, v, w] = [0, 1, 2].map((k) => r0[k] * (x + 0.5) + r1[k] * (y + 0.5) + r2[k]);
    const [s, t] = [u / w, v / w];
    if (s < 0 || t < 0 || s > 1 || t > 1) return [0.2, 0.25, 0.3];
    const isLine = (s * 12) % 1 < 0.12 || (t * 8) % 1 < 0.14;
    return isLine ? [0.1, 0.08, 0.08] : [0.5, 0.45, 0.4];
  });
  const found = await planes.take(await lookAt(board));
  const meeting = [m.map((row) => row[0]), m.map((row) => row[1])].map(([x, y, w]) => [x / w, y / w]);
  for (const [x, y] of meeting) {
    const miss = found.vanishing.map(({ place }) => (place ? Math.hypot(place[0] - x, place[1] - y) : Infinity));
    // A point far off is seen from here under a small angle: a hundredth of how far it is.
    expect(Math.min(...miss)).toBeLessThan(0.02 * Math.hypot(x - 450, y - 350));
  }
  expect(found.planes).toHaveLength(1);
  for (const [x, y] of corners)
    expect(Math.min(...found.planes[0].corners.map(([cx, cy]) => Math.hypot(cx - x, cy - y)))).toBeLessThan(45);
});

test('waves without a straight line have no vanishing point that is sure', async () => {
  const waves = photographed(600, 400, (x, y) => {
    const light = 0.3 + 0.15 * Math.sin(Math.hypot(x - 300, y - 200) / 9);
    return [light, light, light];
  });
  expect((await planes.take(await lookAt(waves))).confidence).toBeLessThan(0.3);
});

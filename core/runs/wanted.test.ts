import { detailOf, type DetailMap } from '../coats/liveliest';
import { paintedPicture, pictureOf } from '../testing/pictures';
import { plateLevel, trueMatte } from '../testing/plates';
import { covering } from './pictures';
import { wantedOf } from './wanted';

/** Plates, and what each is of. */
const things = [
  ['demo/plates', 'jar', 'jar'],
  ['demo/plates', 'kilnwall', 'post'],
  ['demo/plates', 'potter-figure', 'figure'],
  ['demo/plates', 'dune', 'kite'],
  ['bench/plates', 'glass', 'glass'],
  ['bench/plates', 'kiosk', 'kiosk'],
  ['bench/plates', 'boat', 'boat'],
] as const;
/** Boxes that leave much of a photograph out. */
const boxes = [
  [1, 2],
  [1, 3],
  [4, 1],
] as const;

const mean = (values: readonly number[]): number => values.reduce((sum, one) => sum + one, 0) / values.length;

test('more is seen of what a photograph is of than in its middle, and than where most goes on', async () => {
  const shares: Record<'middle' | 'detail' | 'wanted', number[]> = { middle: [], detail: [], wanted: [] };
  for (const [folder, plate, thing] of things) {
    const level = await plateLevel(plate, folder);
    const matte = await trueMatte(`${plate}.${thing}`, folder);
    const picture = pictureOf(plate, level);
    const maps = { middle: null, detail: await detailOf(picture), wanted: await wantedOf(picture) };
    for (const [width, height] of boxes) {
      const share = (map: DetailMap | null): number => {
        const { scale, x, y } = covering(picture, { x: 0, y: 0, width, height }, map);
        let [inside, all] = [0, 0];
        for (let py = 0; py < level.height; py += 3)
          for (let px = 0; px < level.width; px += 3) {
            const value = matte.data[py * level.width + px];
            const [bx, by] = [x + px * scale, y + py * scale];
            all += value;
            if (bx >= 0 && by >= 0 && bx < width && by < height) inside += value;
          }
        return inside / all;
      };
      for (const name of ['middle', 'detail', 'wanted'] as const) shares[name].push(share(maps[name]));
    }
  }
  expect(mean(shares.wanted)).toBeGreaterThan(mean(shares.middle) + 0.05);
  expect(mean(shares.wanted)).toBeGreaterThan(mean(shares.detail) + 0.05);
}, 60_000);

test('a spot on an even ground is looked for; on an even ground nothing is', async () => {
  const spot = paintedPicture(900, 300, (x, y) =>
    Math.hypot(x - 750, y - 150) < 70 ? [200, 40, 30] : [120, 130, 140],
  );
  const { x, scale } = covering(spot, { x: 0, y: 0, width: 100, height: 100 }, await wantedOf(spot));
  const [left, right] = [(750 - 70) * scale + x, (750 + 70) * scale + x];
  expect(left).toBeGreaterThan(0);
  expect(right).toBeLessThan(100);
  const even = paintedPicture(900, 300, () => [120, 130, 140]);
  expect(covering(even, { x: 0, y: 0, width: 100, height: 100 }, await wantedOf(even)).x).toBeCloseTo(-100, 6);
  const tiny = paintedPicture(2, 1, () => [0, 0, 0]);
  expect(covering(tiny, { x: 0, y: 0, width: 1, height: 1 }, await wantedOf(tiny)).scale).toBe(1);
});

test('what must be seen comes to the middle, as far as the picture reaches', () => {
  const box = { x: 10, y: 20, width: 100, height: 100 };
  const picture = { width: 400, height: 100 };
  const at = (keep: [number, number]): number => covering({ ...picture, keep }, box, null).x;
  // 300 px from the left come to the middle of the box: 60 = x + 300.
  expect(at([0.75, 0])).toBeCloseTo(60 - 300, 9);
  expect(at([0, 0.5])).toBe(10);
  expect(at([1, 0.5])).toBeCloseTo(110 - 400, 9);
  expect(covering({ ...picture, keep: [1, 1] }, box, null).y).toBe(20);
});

import { emptyRaster, type Raster } from '../../pixels/raster';
import { grow } from '../../pixels/region';
import { identity } from '../../shape/affine';
import { growBorder, growBorderBy, growMargin } from '../../pixels/growBorder';
import { growthsIn, largestGrowth } from './growths';
import type { Growth } from './schema';
import { clearSpecks } from './specks';

const region = { x: 0, y: 0, width: 60, height: 40 };

/** A matte whose border slants: 1 where it lies deep inside, falling over `soft` px. */
function slanted(amount: number, soft: number): Raster {
  const margin = growMargin(amount);
  const { width, height } = grow(region, margin);
  const out = emptyRaster(width, height, 1);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const inside = 0.8 * (30 - (x - margin + 0.5)) + 0.6 * (20 - (y - margin + 0.5));
      out.data[y * width + x] = Math.min(1, Math.max(0, inside / soft + 0.5));
    }
  return out;
}

/** The area that a matte covers in the middle rows, px for each row. */
const covered = ({ data, width }: Raster): number =>
  data.slice(width * 15, width * 25).reduce((sum, value) => sum + value, 0) / 10;

test.each([0.3, 1, 2.5, -0.3, -1, -2.5])('a border that is moved by %d px lies there, as soft as before', (amount) => {
  const before = covered(growBorder(slanted(0, 2), region, 0));
  const moved = growBorder(slanted(amount, 2), region, amount);
  // Along a row a border that slants so moves by the amount over 0.8.
  expect(covered(moved) - before).toBeCloseTo(amount / 0.8, 1);
  const partly = (raster: Raster): number => raster.data.filter((value) => value > 0.02 && value < 0.98).length;
  expect(partly(moved) / partly(growBorder(slanted(0, 2), region, 0))).toBeGreaterThan(0.8);
});

test('an amount that is the same everywhere moves the border as one for the whole does', () => {
  for (const amount of [1.3, -1.3]) {
    const even = new Float32Array(region.width * region.height).fill(amount);
    const whole = growBorder(slanted(amount, 2), region, amount);
    growBorderBy(slanted(amount, 2), region, even, Math.abs(amount)).data.forEach((value, i) =>
      expect(value).toBeCloseTo(whole.data[i], 5),
    );
  }
});

test('a stroke moves the border where it runs, and nowhere else; opposite strokes leave it as it was', () => {
  const stroke = (amount: number): Growth => ({ radius: 6, points: [[37, 10]], softness: 0, amount });
  const moved = (growths: Growth[]): Raster => {
    const largest = largestGrowth(0, growths, identity);
    return growBorderBy(slanted(largest, 2), region, growthsIn(growths, region, identity, 0), largest);
  };
  const before = moved([]);
  const after = moved([stroke(1)]);
  // Row 10 lies under the stroke, row 30 far off; along a row the border moves by the amount over 0.8.
  const across = ({ data, width }: Raster, row: number): number =>
    data.slice(width * row, width * (row + 1)).reduce((sum, value) => sum + value, 0);
  expect(across(after, 10) - across(before, 10)).toBeCloseTo(1 / 0.8, 1);
  expect(across(after, 30)).toBe(across(before, 30));
  expect(across(moved([stroke(1), stroke(-1)]), 10)).toBeCloseTo(across(before, 10), 5);
  // However many there are, the border goes no farther than 20 px, and what must be known around it stays bounded.
  const many = Array.from({ length: 2000 }, () => stroke(5));
  expect(largestGrowth(0, many, identity)).toBe(20);
  expect(Math.max(...growthsIn(many, region, identity, 0))).toBeCloseTo(20, 5);
});

test('islands and holes that are small go, with their rim; what is larger, or at the rim of the picture, stays', () => {
  const [width, height] = [40, 30];
  const matte = new Uint8Array(width * height);
  const fill = (x: number, y: number, w: number, h: number, value: number): void => {
    for (let v = y; v < y + h; v++) matte.fill(value, v * width + x, v * width + x + w);
  };
  fill(2, 2, 12, 12, 255);
  fill(6, 6, 2, 2, 0); // a hole of 4 px
  fill(20, 5, 4, 4, 90); // an island with a faint rim
  fill(21, 6, 2, 2, 255);
  fill(38, 20, 2, 2, 255); // cut off by the picture's rim
  clearSpecks(matte, width, height, 5);
  const at = (x: number, y: number): number => matte[y * width + x];
  expect([at(6, 6), at(3, 3), at(21, 6), at(20, 5), at(39, 21)]).toEqual([255, 255, 0, 0, 255]);
  const before = matte.slice();
  clearSpecks(matte, width, height, 0);
  expect(matte).toEqual(before);
  clearSpecks(matte, width, height, 100);
  expect([at(3, 3), at(39, 21)]).toEqual([0, 255]);
});

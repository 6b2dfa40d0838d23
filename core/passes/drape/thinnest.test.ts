import { emptyRaster, type Raster } from '../../pixels/raster';
import { thinnestStroke } from './thinnest';

/** Bars: from where, how wide, how long; px. */
function bars(...all: readonly (readonly [x: number, wide: number, long: number])[]): Raster {
  const out = emptyRaster(160, 140, 1);
  for (const [x, wide, long] of all)
    for (let row = 10; row < 10 + long; row++)
      for (let column = 0; column < 160; column++)
        out.data[row * 160 + column] += Math.max(0, Math.min(1, column + 1 - x) - Math.max(0, column + 1 - x - wide));
  return out;
}

test.each([4, 6.5, 11])('the thinner of two bars is told: %d px', (wide) => {
  expect(Math.abs(thinnestStroke(bars([10, 30, 110], [80, wide, 110])) - wide)).toBeLessThan(0.7);
});

test('corners and short ends are no strokes; nothing is 0', () => {
  // A hair of 3 px, 6 px long, is a fiftieth of what a bar of 30 by 30 has.
  const found = thinnestStroke(bars([10, 30, 30], [80, 3, 6]));
  expect(found).toBeGreaterThan(20);
  expect(thinnestStroke(emptyRaster(20, 20, 1))).toBe(0);
});

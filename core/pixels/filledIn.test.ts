import { filledIn } from './filledIn';
import { emptyRaster } from './raster';

const at = (width: number, x: number, y: number): number => (y * width + x) * 4;

test('what is known stays, what is missing continues what is around it', () => {
  const [width, height] = [40, 30];
  const raster = emptyRaster(width, height, 4);
  // A ramp from left to right with a hole in the middle.
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (x < 15 || x > 24 || y < 10 || y > 19) raster.data.set([x / width, 0.5, 0, 1], at(width, x, y));
  const { data } = filledIn(raster);
  expect([...data.slice(at(width, 5, 5), at(width, 5, 5) + 4)]).toEqual([
    ...raster.data.slice(at(width, 5, 5), at(width, 5, 5) + 4),
  ]);
  for (let y = 10; y < 20; y++)
    for (let x = 15; x < 25; x++) {
      expect(Math.abs(data[at(width, x, y)] - x / width)).toBeLessThan(0.15);
      expect(data[at(width, x, y) + 1]).toBeCloseTo(0.5, 5);
      expect(data[at(width, x, y) + 3]).toBeCloseTo(1, 5);
    }
});

test('nothing known stays nothing; one px fills all', () => {
  expect(filledIn(emptyRaster(7, 5, 4)).data.every((value) => value === 0)).toBe(true);
  const raster = emptyRaster(7, 5, 4);
  raster.data.set([0.2, 0.4, 0.6, 1], at(7, 6, 0));
  const { data } = filledIn(raster);
  expect(data[at(7, 0, 4)]).toBeCloseTo(0.2, 5);
  expect(data[at(7, 0, 4) + 3]).toBeCloseTo(1, 5);
});

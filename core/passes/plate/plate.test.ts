import fc from 'fast-check';
import { coverSheet, effectivePpi, keepCovered, uncovered } from './gauge';

const side = fc.integer({ min: 10, max: 6000 });
const size = fc.record({ width: side, height: side });

test('half-size px come twice as dense on paper', () => {
  const plate = { id: 'p', name: 'p', asset: 'a', x: 0, y: 0 };
  expect(effectivePpi({ ...plate, scale: 0.5 }, 300)).toBe(600);
  expect(effectivePpi({ ...plate, scale: 2 }, 300)).toBe(150);
});

test('covering leaves nothing bare and is the least scale that does', () => {
  fc.assert(
    fc.property(size, size, (picture, sheet) => {
      const place = coverSheet(picture, sheet);
      expect(uncovered({ id: 'p', name: 'p', asset: 'a', ...place }, picture, sheet)).toBeLessThan(1e-6);
      expect(
        Math.min((picture.width * place.scale) / sheet.width, (picture.height * place.scale) / sheet.height),
      ).toBeCloseTo(1, 9);
    }),
  );
});

test('a plate that is moved away is kept over the sheet', () => {
  fc.assert(
    fc.property(
      size,
      size,
      fc.double({ min: 0.1, max: 3, noNaN: true }),
      fc.integer({ min: -9000, max: 9000 }),
      fc.integer({ min: -9000, max: 9000 }),
      (picture, sheet, scale, x, y) => {
        const place = keepCovered({ scale, x, y }, picture, sheet);
        expect(uncovered({ id: 'p', name: 'p', asset: 'a', ...place }, picture, sheet)).toBeLessThan(1e-6);
      },
    ),
  );
});

test('a quarter of the sheet is bare when a quarter is', () => {
  expect(
    uncovered(
      { id: 'p', name: 'p', asset: 'a', scale: 1, x: 25, y: 0 },
      { width: 100, height: 100 },
      { width: 100, height: 100 },
    ),
  ).toBeCloseTo(0.25, 9);
});

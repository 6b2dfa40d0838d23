import { boxWhere } from './boxWhere';

test('a box holds what is so, where the region lies; nothing is held by none', () => {
  const region = { x: -5, y: 10, width: 6, height: 4 };
  // Px 8 is the third of the second row, px 16 the fifth of the third.
  expect(boxWhere(region, (i) => i === 8 || i === 16)).toEqual({ x: -3, y: 11, width: 3, height: 2 });
  expect(boxWhere(region, () => true)).toEqual(region);
  expect(boxWhere(region, () => false)).toBeNull();
});

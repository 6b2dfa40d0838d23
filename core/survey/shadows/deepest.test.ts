import { deepestShadow } from './deepest';

test('the deepest shadow of a photograph is that of a region, or of the depth of one', () => {
  const shadow = (depth: number, left: [number, number, number] | null = null) => ({
    tint: [0.4, 0, 0] as [number, number, number],
    depth,
    left,
  });
  const found = { ...shadow(0.5), regions: [null, shadow(0.3)], confidence: 1 };
  expect(deepestShadow(found)).toBe(0.3);
  // Rec. 709: 0.2126 of red, 0.7152 of green, 0.0722 of blue.
  const told = { ...found, regions: [shadow(0.3, [0.1, 0.2, 0.4])] };
  expect(deepestShadow(told)).toBeCloseTo(0.02126 + 0.14304 + 0.02888, 6);
  expect(deepestShadow({ ...found, regions: [] })).toBe(0.5);
});

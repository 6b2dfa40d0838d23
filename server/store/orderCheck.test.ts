import fc from 'fast-check';
import { sameAsJson } from './orderCheck';

test('two values are the same where their JSON is, whatever the order of their fields', () => {
  expect(sameAsJson({ a: 1, b: [1, { c: null }] }, { b: [1, { c: null }], a: 1 })).toBe(true);
  expect(sameAsJson({ a: 1, b: undefined }, { a: 1 })).toBe(true);
  expect(sameAsJson({ a: [] }, { a: {} })).toBe(false);
  expect(sameAsJson([1, 2], [1, 2, 3])).toBe(false);
  expect(sameAsJson({ a: null }, {})).toBe(false);
  fc.assert(
    fc.property(fc.jsonValue(), fc.jsonValue(), (a, b) => {
      expect(sameAsJson(a, JSON.parse(JSON.stringify(a)))).toBe(true);
      // Without fields of another order, JSON itself says it.
      if (JSON.stringify(a) !== JSON.stringify(b) && typeof a !== 'object') expect(sameAsJson(a, b)).toBe(false);
    }),
  );
});

import fc from 'fast-check';
import { inAddress, wellFormed } from './wellFormed';

test('half characters are replaced, whole ones stay', () => {
  expect(wellFormed('a\ud800b\udc00\ud83e\ude81')).toBe('a\ufffdb\ufffd🪁');
});

test('any text goes into an address and comes back', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'binary' }), fc.array(fc.integer({ min: 0, max: 0xffff })), (text, units) => {
      const odd = text + String.fromCharCode(...units);
      expect(decodeURIComponent(inAddress(odd))).toBe(wellFormed(odd));
      expect(wellFormed(odd)).toHaveLength(odd.length);
    }),
  );
});

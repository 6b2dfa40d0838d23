import { deepestLeft } from './depth';
import { plainCasts } from './schema';
import { plainLamp } from '../lamp';

test('what is left of the light, from arithmetic: shadows that lie on one another take what the others leave', () => {
  expect(deepestLeft(plainCasts())).toBeNull();
  expect(deepestLeft(plainCasts({ contact: { shown: false } }))).toBeNull();
  expect(deepestLeft(plainCasts({ thrown: { strength: 1 }, colour: '#000000' }))).toBeCloseTo(0, 9);
  expect(deepestLeft(plainCasts({ thrown: { strength: 0.5 }, colour: '#000000' }))).toBeCloseTo(0.5, 9);
  // Half, and half of the other half.
  const both = plainCasts({ thrown: { strength: 0.5 }, contact: { strength: 0.5 }, colour: '#000000' });
  expect(deepestLeft(both)).toBeCloseTo(0.25, 9);
  // Encoded 188 is a light of 0.5029 (IEC 61966-2-1).
  expect(deepestLeft(plainCasts({ ambient: { strength: 1 }, colour: '#bcbcbc' }))).toBeCloseTo(0.5029, 3);
});

test('nothing is made darker than the darkest; a stronger lamp leaves less', () => {
  const casts = plainCasts({ thrown: { strength: 1 }, colour: '#000000', darkest: '#bcbcbc' });
  // Where lit places have a luminance of 0.9, a darkest of 0.5029 leaves so much of it.
  expect(deepestLeft(casts, { lit: 0.9 })).toBeCloseTo(0.5029 / 0.9, 3);
  expect(deepestLeft(casts)).toBe(0);
  const half = plainCasts({ thrown: { strength: 1 }, colour: '#bcbcbc' });
  expect(deepestLeft(half, { lamp: { ...plainLamp(), strength: 2 } })).toBeCloseTo(0.5029 / (0.5029 + 2 * 0.4971), 3);
});

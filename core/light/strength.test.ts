import { leftUnder } from './strength';

test('what comes from all around stays when the lamp shines more or less', () => {
  // A quarter of the light is left: the lamp gives three quarters. Twice as strong it gives six of seven parts.
  expect(leftUnder(0.25, 2)).toBeCloseTo(1 / 7, 9);
  expect(leftUnder(0.25, 1)).toBe(0.25);
  expect(leftUnder(0.25, 0)).toBe(1);
  expect(leftUnder(0, 0)).toBe(1);
  expect(leftUnder(0, 3)).toBe(0);
});

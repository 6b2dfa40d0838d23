import { expect, test } from '@jest/globals';
import { changeBetween } from './ChangedMark';

test('what has changed is the first matte that became another; nothing where one came, went or stayed', () => {
  expect(changeBetween(['a', 'b'], ['a', 'c'])).toEqual({ from: 'b', to: 'c' });
  expect(changeBetween(['a', 'b'], ['a', 'b'])).toBeNull();
  expect(changeBetween(['-'], ['a'])).toBeNull();
  expect(changeBetween(['a'], ['-'])).toBeNull();
  expect(changeBetween(['a'], ['a', 'b'])).toBeNull();
  expect(changeBetween(['a'], ['b', 'a'])).toBeNull();
});

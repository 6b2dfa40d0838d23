import { expect, test } from '@jest/globals';
import { shortHex } from './ColourPicker';

test.each([
  ['#a0b1c2', '#a0b1c2'],
  ['rgb(255 0 0)', '#ff0000'],
  ['tomato', '#ff6347'],
  // Half clear: 0.5 * 255 = 127.5.
  ['rgb(0 0 255 / 50%)', '#0000ff80'],
  ['#11223344', '#11223344'],
  ['transparent', '#00000000'],
  ['no colour', '#000000'],
])('%s is written %s: opaque in six digits, what is partly clear keeps it in eight', (given, written) => {
  expect(shortHex(given)).toBe(written);
});

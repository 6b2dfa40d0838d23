import { expect, test } from '@jest/globals';
import { shortHex, stepped } from './ColourPicker';

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

test('a step lighter and one darker is the same colour again; white and black stay; what is clear stays as clear', () => {
  const near = (a: string, b: string): void => {
    for (let i = 1; i < a.length; i += 2)
      expect(Math.abs(Number.parseInt(a.slice(i, i + 2), 16) - Number.parseInt(b.slice(i, i + 2), 16))).toBeLessThan(3);
  };
  near(stepped(stepped('#8a5a40', 1), -1), '#8a5a40');
  expect(stepped('#ffffff', 1)).toBe('#ffffff');
  expect(stepped('#000000', -1)).toBe('#000000');
  expect(stepped('#8a5a4080', 1)).toMatch(/^#[0-9a-f]{6}80$/);
  // This grey is 0.2159 in linear light, whose cube root is L = 0.5999; 0.6499 cubed is 0.2745, encoded 0.5605.
  near(stepped('#808080', 1), '#8f8f8f');
});

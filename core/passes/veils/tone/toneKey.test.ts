import { keyByTone, toneMatcher } from './toneKey';

const rule = { samples: [{ x: 0, y: 0, colour: '#808080' }], chroma: 4, lightness: 10, softness: 0.5 };

test('a grey belongs up to the brightness tolerance, fades over the soft limit, and then not at all', () => {
  const matches = toneMatcher(rule);
  // #808080 has an Oklab lightness of 0.5999 (Ottosson's formula by hand: the cube root of its linear light 0.2159).
  const middle = Math.cbrt(0.21586);
  expect(matches(middle, 0, 0)).toBe(1);
  expect(matches(middle + 0.099, 0, 0)).toBe(1);
  expect(matches(middle + 0.125, 0, 0)).toBeCloseTo(0.5, 1);
  expect(matches(middle + 0.151, 0, 0)).toBe(0);
});

test('colour and brightness are told apart', () => {
  const matches = toneMatcher(rule);
  const middle = Math.cbrt(0.21586);
  expect(matches(middle, 0.039, 0)).toBe(1);
  expect(matches(middle, 0.061, 0)).toBe(0);
  expect(toneMatcher({ ...rule, chroma: 20 })(middle, 0.061, 0)).toBe(1);
});

test('several samples: the nearest counts; none: nothing belongs', () => {
  expect(
    toneMatcher({ ...rule, samples: [...rule.samples, { x: 0, y: 0, colour: '#ff0000' }] })(0.628, 0.2249, 0.1258),
  ).toBe(1);
  expect(toneMatcher({ ...rule, samples: [] })(0.5, 0, 0)).toBe(0);
});

test('everywhere takes all px of a tone, connected only those that hang together with the sample', () => {
  // Two grey boxes on white.
  const bytes = new Uint8Array(30 * 10 * 3).fill(255);
  for (const left of [2, 20]) for (let y = 2; y < 8; y++) bytes.fill(128, (y * 30 + left) * 3, (y * 30 + left + 6) * 3);
  const picture = { width: 30, height: 10, channels: 3 as const, bytes };
  const count = (matte: { bytes: Uint8Array }): number => matte.bytes.filter((value) => value === 255).length;
  expect(count(keyByTone(picture, rule, null))).toBe(2 * 36);
  const one = keyByTone(picture, rule, [[4, 4]]);
  expect(count(one)).toBe(36);
  expect(one.bytes[4 * 30 + 22]).toBe(0);
  expect(count(keyByTone(picture, rule, [[15, 5]]))).toBe(0);
});

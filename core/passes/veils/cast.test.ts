import { converter } from 'culori';
import { belongs, withoutCast } from './cast';

const toOklch = converter('oklch');
const colourOf = (l: number, c: number, h: number): number[] => {
  const { r, g, b } = converter('rgb')({ mode: 'oklch', l, c, h });
  return [r, g, b, 1];
};
const hueOf = ([r, g, b]: Iterable<number>) => toOklch({ mode: 'rgb', r, g, b });

/** Orange, green, grey. */
const row = {
  width: 3,
  height: 1,
  channels: 4 as const,
  data: Float32Array.from([...colourOf(0.6, 0.1, 50), ...colourOf(0.6, 0.1, 150), ...colourOf(0.6, 0.001, 50)]),
};
const cast = { hue: 50, reach: 40, turn: 90, chroma: 0.5 };

test('a cast is turned and weakened where its hue is; other hues and greys stay', () => {
  const { data } = withoutCast(row, Float32Array.of(1, 1, 1), cast);
  const turned = hueOf(data.subarray(0, 3));
  expect(turned.l).toBeCloseTo(0.6, 2);
  expect(turned.c).toBeCloseTo(0.05, 2);
  expect(turned.h).toBeCloseTo(140, 0);
  for (let i = 4; i < 12; i++) expect(data[i]).toBe(row.data[i]);
});

test('away from the edge nothing is changed, half way half of it', () => {
  expect([...withoutCast(row, Float32Array.of(0, 0, 0), cast).data]).toEqual([...row.data]);
  expect(hueOf(withoutCast(row, Float32Array.of(0.5, 0, 0), cast).data.subarray(0, 3)).h).toBeCloseTo(95, 0);
});

test('a hue belongs in full within half the reach, and around the circle', () => {
  expect([belongs(cast, 50), belongs(cast, 69), belongs(cast, 90), belongs({ hue: 355, reach: 40 }, 5)]).toEqual([
    1, 1, 0, 1,
  ]);
  expect(belongs(cast, 80)).toBeCloseTo(0.5, 6);
});

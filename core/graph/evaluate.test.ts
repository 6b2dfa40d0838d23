import { emptyRaster } from '../pixels/raster';
import type { Region } from '../pixels/region';
import { Evaluator } from './evaluate';
import type { Node } from './node';
import { Profile } from './profile';

/** Each px tells where it lies. @param seen is told each region that is computed */
const places = (isTiled: boolean, seen: Region[] = [], bounds: Region | null = null): Node => ({
  key: 'places:1',
  channels: 1,
  bounds,
  isTiled,
  needs: () => ({}),
  compute({ region }) {
    seen.push(region);
    const out = emptyRaster(region.width, region.height, 1);
    for (let y = 0, i = 0; y < region.height; y++)
      for (let x = 0; x < region.width; x++, i++) out.data[i] = (region.y + y) * 10000 + region.x + x;
    return out;
  },
});
const wide: Region = { x: -30, y: 17, width: 700, height: 300 };

test('a wide region put together from tiles is what it is when computed at once, beyond the origin too', async () => {
  const request = { region: wide, scale: 1 };
  const put = await new Evaluator(1e8).pixels(places(true), request);
  const whole = await new Evaluator(1e8).pixels(places(false), request);
  expect(Buffer.compare(Buffer.from(put.data.buffer), Buffer.from(whole.data.buffer))).toBe(0);
});

test('what lies beside is put together from the same tiles: none is computed twice', async () => {
  const seen: Region[] = [];
  const evaluator = new Evaluator(1e8);
  for (let x = 0; x < 1024; x += 64)
    await evaluator.pixels(places(true, seen), { region: { x, y: 0, width: 600, height: 400 }, scale: 1 });
  // From 0 to 960 + 600, two rows: seven columns of 256.
  expect(seen).toHaveLength(7 * 2);
  expect(new Set(seen.map(({ x, y }) => `${x} ${y}`)).size).toBe(14);
});

test('tiles that the node does not reach are not computed; small regions are computed as they are', async () => {
  const seen: Region[] = [];
  const node = places(true, seen, { x: 300, y: 0, width: 50, height: 100 });
  const out = await new Evaluator(1e8).pixels(node, { region: { ...wide, y: 0 }, scale: 1 });
  expect(seen).toEqual([{ x: 256, y: 0, width: 256, height: 256 }]);
  // To the left of its tile nothing is.
  expect(out.data[0]).toBe(0);
  const small = { x: 5, y: 5, width: 100, height: 90 };
  await new Evaluator(1e8).pixels(places(true, seen), { region: small, scale: 1 });
  expect(seen[1]).toEqual(small);
});

test('a profile counts what is computed, again too, and the time in each kind alone', async () => {
  let clock = 0;
  const profile = new Profile(() => clock);
  const slow: Node = {
    ...places(false),
    key: 'slow:1',
    needs: ({ region }) => ({ places: { node: places(false), region } }),
    compute: (_, { places: own }) => {
      clock += 5;
      return own;
    },
  };
  // Nothing is kept: all is computed again.
  const evaluator = new Evaluator(0, 0, profile);
  for (let i = 0; i < 3; i++) await evaluator.pixels(slow, { region: wide, scale: 1 });
  const px = 3 * wide.width * wide.height;
  expect(profile.take()).toEqual([
    { kind: 'slow', times: 3, again: 2, px, ms: 15 },
    { kind: 'places', times: 3, again: 2, px, ms: 0 },
  ]);
  expect(profile.costs()).toEqual([]);
});

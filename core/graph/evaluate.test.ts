import { evenValue } from '../pixels/even';
import { emptyRaster, type Raster } from '../pixels/raster';
import type { Region } from '../pixels/region';
import { Evaluator, Outdated } from './evaluate';
import { combined, filtered } from './filter';
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

/** One value everywhere. @param asked is told whenever it is computed */
const filledWith = (value: number, asked: string[], key = `filled ${value}`): Node => ({
  key,
  channels: 1,
  bounds: null,
  needs: () => ({}),
  compute({ region }) {
    asked.push(key);
    const out = emptyRaster(region.width, region.height, 1);
    out.data.fill(value);
    return out;
  },
});
const region: Region = { x: 0, y: 0, width: 40, height: 30 };

test('what is nothing, or whole, everywhere is known to be so, and nothing else is', async () => {
  const evaluator = new Evaluator(1e8);
  const of = async (value: number) => evaluator.pixels(filledWith(value, []), { region, scale: 1 });
  expect([evenValue(await of(0)), evenValue(await of(1)), evenValue(await of(0.5))]).toEqual([0, 1, null]);
  expect([...(await of(1)).data.subarray(0, 3)]).toEqual([1, 1, 1]);
  expect(evenValue(await evaluator.pixels(places(false), { region, scale: 1 }))).toBeNull();
});

test('a filter that makes nothing of nothing asks for no more; otherwise for all it reads', async () => {
  const asked: string[] = [];
  const drawn = (value: number): Promise<Raster> | Raster => {
    const node = filtered(filledWith(value, asked), {
      key: 'doubled',
      reach: 0,
      keepsBlank: true,
      with: { other: filledWith(0.25, asked, 'other') },
      apply: (source, { inputs }) => ({ ...source, data: source.data.map((one, i) => one + inputs.other.data[i]) }),
    });
    return new Evaluator(1e8).pixels(node, { region, scale: 1 });
  };
  expect((await drawn(0)).data.every((one) => one === 0)).toBe(true);
  expect(asked).toEqual(['filled 0']);
  expect((await drawn(0.5)).data[7]).toBe(0.75);
  expect(asked).toEqual(['filled 0', 'filled 0.5', 'other']);
});

test('what is combined asks for the rest only where the first has anything', async () => {
  const asked: string[] = [];
  const drawn = (value: number): Promise<Raster> | Raster =>
    new Evaluator(1e8).pixels(
      combined(
        'sum',
        { first: filledWith(value, asked), rest: filledWith(0.125, asked, 'rest') },
        { channels: 1, blankWith: ['first'] },
        ({ first, rest }) => ({ ...first, data: first.data.map((one, i) => one + rest.data[i]) }),
      ),
      { region, scale: 1 },
    );
  expect((await drawn(0)).data[3]).toBe(0);
  expect((await drawn(0.5)).data[3]).toBe(0.625);
  expect(asked).toEqual(['filled 0', 'filled 0.5', 'rest']);
});

test('work that is outdated is given up, and what others ask of the same evaluator is not', async () => {
  const evaluator = new Evaluator(1e8);
  let isOld = false;
  const wanted = evaluator.whileWanted(() => isOld);
  expect((await wanted.pixels(places(false), { region, scale: 1 })).width).toBe(40);
  isOld = true;
  const next = { region: { ...region, x: 7 }, scale: 1 };
  await expect(wanted.pixels(places(false), next)).rejects.toThrow(Outdated);
  expect((await evaluator.pixels(places(false), next)).data[0]).toBe(7);
});

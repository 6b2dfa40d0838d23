import { SharedTiles, sharedTileMemory } from './sharedTiles';

const slotBytes = 256 * 256 * 4;
const tileOf = (value: number): Uint8Array => new Uint8Array(1000).fill(value);

/** Two workers' views of one memory. */
function pair(slots: number): [SharedTiles, SharedTiles] {
  const memory = sharedTileMemory(slots * slotBytes);
  return [new SharedTiles(memory), new SharedTiles(memory)];
}

/** A fetch that is counted, and lasts until it is let go. */
function counted(value: number) {
  let letGo: () => void = () => undefined;
  const fetch = jestFn(async () => {
    await new Promise<void>((resolve) => (letGo = resolve));
    return tileOf(value);
  });
  return { fetch, go: () => letGo() };
}

function jestFn<Value>(work: () => Promise<Value>): { (): Promise<Value>; calls: number } {
  const call = Object.assign(() => (call.calls++, work()), { calls: 0 });
  return call;
}

test('while one worker fetches a tile the other waits for it', async () => {
  const [one, other] = pair(4);
  const { fetch, go } = counted(7);
  const never = jestFn(() => Promise.resolve(tileOf(9)));
  const both = [one.tile('a', fetch), other.tile('a', never)];
  await new Promise((resolve) => setTimeout(resolve, 10));
  go();
  expect((await Promise.all(both)).map((bytes) => [bytes.length, bytes[500]])).toEqual([
    [1000, 7],
    [1000, 7],
  ]);
  expect([fetch.calls, never.calls]).toEqual([1, 0]);
  expect((await other.tile('a', never))[0]).toBe(7);
});

test('the least recently used tile gives way', async () => {
  const [one] = pair(2);
  const fetches: Record<string, number> = {};
  const get = (key: string): Promise<Uint8Array> =>
    one.tile(key, () => ((fetches[key] = (fetches[key] ?? 0) + 1), Promise.resolve(tileOf(key.charCodeAt(0)))));
  for (const key of ['a', 'b', 'a', 'c', 'a', 'b']) expect((await get(key))[0]).toBe(key.charCodeAt(0));
  expect(fetches).toEqual({ a: 1, b: 2, c: 1 });
});

test('a fetch that fails fails for the one that began it; the next one tries again', async () => {
  const [one, other] = pair(2);
  await expect(one.tile('a', () => Promise.reject(new Error('away')))).rejects.toThrow('away');
  expect((await other.tile('a', () => Promise.resolve(tileOf(3))))[0]).toBe(3);
});

test('where every slot is being loaded, a tile is fetched past the store', async () => {
  const [one, other] = pair(1);
  const { fetch, go } = counted(1);
  const first = one.tile('a', fetch);
  expect((await other.tile('b', () => Promise.resolve(tileOf(2))))[0]).toBe(2);
  go();
  expect((await first)[0]).toBe(1);
});

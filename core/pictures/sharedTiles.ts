import { tileSide } from './pyramid';
import { textHashes } from '../pixels/textHashes';

/** Memory that several workers share: what is in which slot, and the slots. */
export interface SharedTileMemory {
  index: SharedArrayBuffer;
  slots: SharedArrayBuffer;
}

const slotBytes = tileSide * tileSide * 4;
/** Whole numbers at the head of the index: the lock, and a clock that counts uses. */
const head = 2;
/** Whole numbers for each slot: state, two hashes of the key, the clock at its last use, its bytes. */
const fields = 5;
const [emptyState, loadingState, readyState] = [0, 1, 2];
/** How long to wait for another worker, ms; after that it is taken to have ended. */
const patience = 10000;

/** Memory for so many bytes of tiles. */
export function sharedTileMemory(bytes: number): SharedTileMemory {
  const count = Math.max(1, Math.floor(bytes / slotBytes));
  return { index: new SharedArrayBuffer((head + count * fields) * 4), slots: new SharedArrayBuffer(count * slotBytes) };
}

/**
 * Stored tiles in memory that all workers share: a tile that one has fetched is there for all, and while one fetches it
 * the
 * others wait. The least recently used tiles give way.
 */
export class SharedTiles {
  private readonly index: Int32Array;
  private readonly slots: Uint8Array;
  private readonly count: number;

  constructor({ index, slots }: SharedTileMemory) {
    this.index = new Int32Array(index);
    this.slots = new Uint8Array(slots);
    this.count = slots.byteLength / slotBytes;
  }

  /**
   * The bytes of a tile.
   * @param fetch is called when no worker has it; it may fail, and the next one that wants the tile tries again
   */
  async tile(key: string, fetch: () => Promise<Uint8Array>): Promise<Uint8Array> {
    const [a, b] = textHashes(key);
    for (;;) {
      const found = this.locked(() => this.findOrClaim(a, b));
      if (found.kind === 'ready') return found.bytes;
      if (found.kind === 'full') return fetch();
      if (found.kind === 'mine') return this.fill(found.slot, fetch);
      const waited = await waitWhileLoading(this.index, this.at(found.slot));
      if (waited === 'timed-out') return fetch();
    }
  }

  private at(slot: number, field = 0): number {
    return head + slot * fields + field;
  }

  private findOrClaim(
    a: number,
    b: number,
  ): { kind: 'ready'; bytes: Uint8Array } | { kind: 'mine' | 'loading'; slot: number } | { kind: 'full' } {
    const { index } = this;
    const now = ++index[1];
    let oldest = -1;
    for (let slot = 0; slot < this.count; slot++) {
      const state = Atomics.load(index, this.at(slot));
      if (state !== emptyState && index[this.at(slot, 1)] === a && index[this.at(slot, 2)] === b) {
        if (state === loadingState) return { kind: 'loading', slot };
        index[this.at(slot, 3)] = now;
        return { kind: 'ready', bytes: this.slots.slice(slot * slotBytes, slot * slotBytes + index[this.at(slot, 4)]) };
      }
      if (state !== loadingState && (oldest < 0 || age(index, this.at(slot)) < age(index, this.at(oldest))))
        oldest = slot;
    }
    if (oldest < 0) return { kind: 'full' };
    Atomics.store(index, this.at(oldest), loadingState);
    index.set([a, b, now], this.at(oldest, 1));
    return { kind: 'mine', slot: oldest };
  }

  private async fill(slot: number, fetch: () => Promise<Uint8Array>): Promise<Uint8Array> {
    let state = emptyState;
    try {
      const bytes = await fetch();
      if (bytes.length <= slotBytes) {
        this.slots.set(bytes, slot * slotBytes);
        this.index[this.at(slot, 4)] = bytes.length;
        state = readyState;
      }
      return bytes;
    } finally {
      Atomics.store(this.index, this.at(slot), state);
      Atomics.notify(this.index, this.at(slot));
    }
  }

  /** Does something that no other worker does at the same time; it is over in microseconds. */
  private locked<Value>(work: () => Value): Value {
    const start = performance.now();
    while (Atomics.compareExchange(this.index, 0, 0, 1) !== 0) {
      // One that ended while it held the lock does not come back.
      if (performance.now() - start > patience / 10) break;
    }
    try {
      return work();
    } finally {
      Atomics.store(this.index, 0, 0);
    }
  }
}

const age = (index: Int32Array, at: number): number => (index[at] === emptyState ? -1 : index[at + 3]);

/** Waits, without blocking this worker, until a slot is no longer being loaded. */
async function waitWhileLoading(index: Int32Array, at: number): Promise<string> {
  const waitAsync = (
    Atomics as unknown as {
      waitAsync?: (
        values: Int32Array,
        at: number,
        value: number,
        timeout: number,
      ) => { async: boolean; value: string | Promise<string> };
    }
  ).waitAsync;
  if (waitAsync) return waitAsync(index, at, loadingState, patience).value;
  const start = performance.now();
  while (Atomics.load(index, at) === loadingState) {
    if (performance.now() - start > patience) return 'timed-out';
    await new Promise((resolve) => setTimeout(resolve, 4));
  }
  return 'ok';
}

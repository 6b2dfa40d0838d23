import { random } from '../core/kernels/testing';

/** Choices that are the same for the same seed. */
export class Chance {
  private readonly next: () => number;

  constructor(seed: number) {
    this.next = random(seed);
  }

  /** 0..1 */
  part(): number {
    return this.next();
  }

  /** A whole number from `least` to `most`, both of them too. */
  whole(least: number, most: number): number {
    return least + Math.floor(this.next() * (most - least + 1));
  }

  /** Whether something happens that happens at this share of times. */
  happens(share: number): boolean {
    return this.next() < share;
  }

  one<Item>(of: readonly Item[]): Item {
    return of[Math.floor(this.next() * of.length)];
  }

  bytes(count: number): Uint8Array {
    return Uint8Array.from({ length: count }, () => Math.floor(this.next() * 256));
  }
}

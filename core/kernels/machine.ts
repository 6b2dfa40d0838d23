import { compiled } from './compiled';

/** The functions of the compiled kernels; pointers are byte offsets into their memory. */
type Call = (...numbers: number[]) => number;
export type KernelCalls = Record<string, Call>;

/** Scratch memory of the compiled kernels. What is taken is free again when the next kernel begins. */
export class Arena {
  private top = 0;
  /**
   * All of the memory as floats and as bytes; made anew when it grows, so to be read after everything has been taken.
   */
  floats: Float32Array;
  bytes: Uint8Array;

  constructor(
    private readonly memory: WebAssembly.Memory,
    private readonly base: number,
  ) {
    this.floats = new Float32Array(memory.buffer);
    this.bytes = new Uint8Array(memory.buffer);
  }

  reset(): void {
    this.top = Math.ceil(this.base / 64) * 64;
  }

  /**
   * @returns a byte offset, a multiple of 64, of room for so many bytes and a little more (loops read whole vectors)
   */
  take(bytes: number): number {
    const at = this.top;
    this.top += Math.ceil((bytes + slack) / 64) * 64;
    if (this.top > this.memory.buffer.byteLength) {
      this.memory.grow(Math.ceil((this.top - this.memory.buffer.byteLength) / pageBytes));
      this.floats = new Float32Array(this.memory.buffer);
      this.bytes = new Uint8Array(this.memory.buffer);
    }
    return at;
  }

  /** Room for so many floats. */
  takeFloats(count: number): number {
    return this.take(count * 4);
  }
}

const pageBytes = 65536;
const slack = 64;

/** The compiled kernels, ready to be called in this thread. */
export interface Machine {
  calls: KernelCalls;
  arena: Arena;
}

let made: Machine | null | undefined;
let referenceWanted = false;

/**
 * The compiled kernels with their memory made free, or null where this engine knows no SIMD (or references are wanted).
 */
export function machine(): Machine | null {
  if (referenceWanted) return null;
  if (made === undefined) made = start();
  made?.arena.reset();
  return made;
}

/** Makes every kernel run as its plain reference implementation, for comparing. */
export function preferReference(on: boolean): void {
  referenceWanted = on;
}

function start(): Machine | null {
  const bytes = Uint8Array.from(atob(compiled), (letter) => letter.charCodeAt(0));
  if (!WebAssembly.validate(bytes)) return null;
  const { exports } = new WebAssembly.Instance(new WebAssembly.Module(bytes));
  const calls = exports as unknown as KernelCalls;
  calls.prepareColour();
  return { calls, arena: new Arena(exports.memory as WebAssembly.Memory, calls.heapBase()) };
}

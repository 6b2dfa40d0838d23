import { machine, type Machine } from '../machine';
import { offsets, type StencilEquations } from './equations';
import * as reference from './reference';

export { offsets, type StencilEquations } from './equations';

export interface SolveOptions {
  /** Ends when the error has fallen to this part of the right side's size. */
  tolerance: number;
  /** Ends after so many steps at the latest. */
  steps: number;
  /** 0..1; it may run no kernel. */
  progress?(done: number): void;
}

/** Steps between two reports. */
const atOnce = 6;

/**
 * Solves equations by conjugate gradients with the diagonal as preconditioner (Hestenes and Stiefel 1952).
 * @param values where it begins, and what it finds, in place
 * @throws RangeError when the grid's width is no multiple of 4
 */
export function solveStencil(
  equations: StencilEquations,
  values: Float32Array,
  { tolerance, steps, progress }: SolveOptions,
): void {
  const { width, height, diagonal, right } = equations;
  if (width % 4 !== 0)
    throw new RangeError(`A grid ${width} px wide cannot be solved: its width must be a multiple of 4.`);
  if (width === 0 || height === 0) return;
  const compiled = machine();
  const inverse = diagonal.map((value) => (value > 0 ? 1 / value : 0));
  const way = compiled ? inMemory(compiled, equations, values, inverse) : plainly(equations, values, inverse);
  const rest = right.map((value, i) => value - way.product[i]);
  let [size, rightSize] = [0, 0];
  for (let i = 0; i < rest.length; i++) {
    size += rest[i] * rest[i] * inverse[i];
    rightSize += right[i] * right[i] * inverse[i];
  }
  way.begin(rest);
  const goal = tolerance * tolerance * Math.max(rightSize, 1e-12);
  const first = size;
  for (let step = 0; step < steps && size > goal; step += atOnce) {
    size = way.steps(Math.min(atOnce, steps - step), size, goal);
    progress?.(Math.min(1, Math.log(Math.abs(size) / first) / Math.log(goal / first)));
  }
  values.set(way.values());
}

/** The steps, in the kernels' memory or without. */
interface Way {
  /** What the equations make of the first values. */
  product: Float32Array;
  begin(rest: Float32Array): void;
  steps(count: number, size: number, goal: number): number;
  values(): Float32Array;
}

function plainly(equations: StencilEquations, first: Float32Array, inverse: Float32Array): Way {
  const descent = { direction: new Float32Array(first.length), rest: first, values: first.slice(), inverse };
  return {
    product: reference.product(equations, first),
    begin: (rest) => {
      descent.rest = rest;
      descent.direction = rest.map((value, i) => value * inverse[i]);
    },
    steps: (count, size, goal) => reference.steps(equations, descent, count, size, goal),
    values: () => descent.values,
  };
}

function inMemory(
  { calls, arena }: Machine,
  { width, height, diagonal, ties }: StencilEquations,
  first: Float32Array,
  inverse: Float32Array,
): Way {
  const count = width * height;
  // Neighbours of the first and the last px are looked for outside.
  const around = 2 * width + 4;
  const plane = count + 2 * around;
  const [directionRoom, tieRoom] = [arena.takeFloats(plane), arena.takeFloats(plane * offsets.length)];
  const [product, restAt, valuesAt, inverseAt, diagonalAt] = Array.from({ length: 5 }, () => arena.takeFloats(count));
  const spans = arena.takeFloats(2 * height);
  const { floats } = arena;
  const [direction, tieAt] = [directionRoom + 4 * around, tieRoom + 4 * around];
  floats.fill(0, directionRoom >> 2, (directionRoom >> 2) + plane);
  floats.fill(0, tieRoom >> 2, (tieRoom >> 2) + plane * offsets.length);
  for (let k = 0; k < offsets.length; k++)
    floats.set(ties.subarray(k * count, (k + 1) * count), (tieAt >> 2) + k * plane);
  floats.set(first, valuesAt >> 2);
  floats.set(first, direction >> 2);
  floats.set(inverse, inverseAt >> 2);
  floats.set(diagonal, diagonalAt >> 2);
  new Int32Array(floats.buffer).set(spansOf(diagonal, width, height), spans >> 2);
  const read = (at: number): Float32Array => floats.slice(at >> 2, (at >> 2) + count);
  floats.fill(0, product >> 2, (product >> 2) + count);
  const matrix = [diagonalAt, tieAt, plane * 4, spans, width, height] as const;
  calls.stencilProduct(direction, product, ...matrix);
  return {
    product: read(product),
    begin: (rest) => {
      floats.set(rest, restAt >> 2);
      floats.set(
        rest.map((value, i) => value * inverse[i]),
        direction >> 2,
      );
    },
    steps: (steps, size, goal) =>
      calls.stencilSteps(direction, product, restAt, valuesAt, inverseAt, ...matrix, steps, size, goal),
    values: () => read(valuesAt),
  };
}

/** Where the unknowns of each row begin and end, in steps of 4 px. */
function spansOf(diagonal: Float32Array, width: number, height: number): Int32Array {
  const out = new Int32Array(2 * height);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    let [from, to] = [0, width];
    while (from < width && diagonal[row + from] === 0) from++;
    while (to > from && diagonal[row + to - 1] === 0) to--;
    out[2 * y] = from & ~3;
    out[2 * y + 1] = to;
  }
  return out;
}

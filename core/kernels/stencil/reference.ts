import { offsets, type StencilEquations } from './equations';

/** @see productOf in `index` */
export function product({ width, height, diagonal, ties }: StencilEquations, from: Float32Array): Float32Array {
  const count = width * height;
  const to = from.map((value, i) => value * diagonal[i]);
  offsets.forEach(([dx, dy], k) => {
    const off = dy * width + dx;
    for (let i = 0; i + off < count; i++) {
      const tie = ties[k * count + i];
      if (tie === 0) continue;
      to[i] += tie * from[i + off];
      to[i + off] += tie * from[i];
    }
  });
  return to;
}

const dot = (a: Float32Array, b: Float32Array): number => a.reduce((sum, value, i) => sum + value * b[i], 0);

/** What is being solved. */
export interface Descent {
  direction: Float32Array;
  rest: Float32Array;
  values: Float32Array;
  /** One over the diagonal; 0 where nothing is unknown. */
  inverse: Float32Array;
}

/** @returns the size of the error that is left; negative where no further step helps */
export function steps(
  equations: StencilEquations,
  { direction, rest, values, inverse }: Descent,
  count: number,
  size: number,
  goal: number,
): number {
  for (let step = 0; step < count && size > goal; step++) {
    const made = product(equations, direction);
    const along = dot(direction, made);
    if (!(along > 0)) return -size;
    const length = size / along;
    let next = 0;
    for (let i = 0; i < rest.length; i++) {
      values[i] += length * direction[i];
      rest[i] -= length * made[i];
      next += rest[i] * rest[i] * inverse[i];
    }
    const share = next / size;
    for (let i = 0; i < rest.length; i++) direction[i] = rest[i] * inverse[i] + share * direction[i];
    size = next;
  }
  return size;
}

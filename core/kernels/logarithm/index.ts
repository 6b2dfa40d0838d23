import { machine } from '../machine';
import { vectors } from '../padded';
import * as reference from './reference';

/** Numbers that are worked on at a time. */
const batch = 16384;

/**
 * Natural logarithms of positive numbers of single precision, right to 3e-7: for loops over px, where that of the language
 * takes many times as long.
 * @param values none below 1.2e-38, @param out gets their logarithms; may be the same array
 */
export function fastLogs(values: Float32Array, out: Float32Array = values): Float32Array {
  const compiled = machine();
  if (!compiled) {
    reference.logarithms(values, out);
    return out;
  }
  const { calls, arena } = compiled;
  const at = arena.takeFloats(batch);
  for (let start = 0; start < values.length; start += batch) {
    const part = values.subarray(start, start + batch);
    arena.floats.set(part, at >> 2);
    calls.logarithms(at, vectors(part.length));
    out.set(arena.floats.subarray(at >> 2, (at >> 2) + part.length), start);
  }
  return out;
}

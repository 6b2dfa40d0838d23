import { machine } from '../machine';
import * as reference from './reference';

/** Both hats of a plane: 0 where a px lies as high as its surroundings let it. */
export interface Hats {
  /** How far each px lies below its closing: things that are darker than what is around them, and thin. */
  dark: Float32Array;
  /** How far it lies above its opening: lighter ones. */
  light: Float32Array;
}

/**
 * What is thin in a plane: its closing and its opening by a square, against itself (Serra 1982). In the middle of an edge
 * between two wide things both are 0. Its time hardly depends on the size.
 * @param plane a row after the other @param reach the square is 2 reach + 1 px wide: things up to 2 reach px are thin
 */
export function hats(plane: Float32Array, width: number, height: number, reach: number): Hats {
  const compiled = machine();
  if (!compiled)
    return {
      dark: reference.hat(plane, width, height, reach, 1),
      light: reference.hat(plane, width, height, reach, -1),
    };
  const { calls, arena } = compiled;
  const count = width * height;
  const [from, scratch, out] = [count, (width + 4 * reach) * (height + 4 * reach), count].map((floats) =>
    arena.takeFloats(floats),
  );
  arena.floats.set(plane, from >> 2);
  const made = (sign: 1 | -1): Float32Array => {
    calls.hat(from, width, height, reach, sign, scratch, out);
    return arena.floats.slice(out >> 2, (out >> 2) + count);
  };
  return { dark: made(1), light: made(-1) };
}

/** Looked up once: these loops are hot. */
const { abs, floor, max, min } = Math;

/** Values of a rectangle, row by row. */
export interface Values {
  width: number;
  height: number;
  data: Float32Array;
}

/**
 * The smallest values above the given ones that rise by no more than `most` from place to place along a direction: what
 * stands higher keeps its place, and what it would be folded over lies on its flank. In two sweeps (the upper envelope of
 * cones, as in grey-scale morphology: Serra 1982).
 * @param along unit vector of the direction
 * @param most rise for each px along it
 * @returns the same values where nothing rises faster
 */
export function easedAbove(values: Values, along: readonly [number, number], most: number): Float32Array {
  const out = values.data.slice();
  // Sweeps go along the axis that is nearer to the direction; beside it the value between two places is taken.
  const isAcross = abs(along[0]) >= abs(along[1]);
  const tilt = isAcross ? along[1] / along[0] : along[0] / along[1];
  const step = most / max(abs(along[0]), abs(along[1]));
  const steps = isAcross ? values.width : values.height;
  const others = isAcross ? values.height : values.width;
  const [run, aside] = isAcross ? [1, values.width] : [values.width, 1];
  const sweep = (from: number, to: number, by: 1 | -1): void => {
    const shift = -tilt * by;
    for (let s = from; s !== to; s += by) {
      const before = (s - by) * run;
      const now = s * run;
      for (let o = 0; o < others; o++) {
        const at = min(others - 1, max(0, o + shift));
        const low = floor(at);
        const part = at - low;
        const first = out[before + low * aside];
        const near = part > 0 ? first + (out[before + (low + 1) * aside] - first) * part : first;
        const i = now + o * aside;
        if (near - step > out[i]) out[i] = near - step;
      }
    }
  };
  sweep(1, steps, 1);
  sweep(steps - 2, -1, -1);
  return out;
}

/** The same from below: the largest values under the given ones. */
export function easedBelow(values: Values, along: readonly [number, number], most: number): Float32Array {
  const turned = easedAbove({ ...values, data: values.data.map((value) => -value) }, along, most);
  return turned.map((value) => -value);
}

import type { Size } from '../../pixels/region';
import { fitted, type Body } from './body';

const { hypot, abs, max, min, atan2 } = Math;

/** A mug of 11 fl oz: outside, mm. */
const radius = 41;
const height = 95;
const wall = 4;
/** What a wrap leaves free at the handle, and above and below. */
const printable = { width: 200, height: 84 };

/** A mug with the design around it, its middle a little turned so that its bend is seen. */
export function mug(design: Size): Body {
  const scale = fitted(design, printable);
  const turn = 0.35;
  return {
    distance(x, y, z) {
      const round = hypot(x, z);
      // A tube that is open above: its wall, and its bottom.
      const tube = max(abs(round - (radius - wall / 2)) - wall / 2, abs(y - height / 2) - height / 2);
      const bottom = max(round - radius, abs(y - wall) - wall);
      const ring = hypot(hypot((x - radius - 10) * 0.9, (y - height / 2) * 0.78) - 22, z) - 5;
      const handle = max(ring * 0.85, radius - 1 - hypot(x, z));
      return min(tube, bottom, handle);
    },
    bound: { at: [12, height / 2, 0], radius: 92 },
    wall: null,
    ground: 0,
    onDesign(x, y, z, nx, _ny, nz) {
      const round = hypot(x, z);
      if (abs(round - radius) > 0.6 || nx * x + nz * z < 0) return null;
      const along = atan2(x, z) + turn;
      const u = (along * radius) / scale + design.width / 2;
      const v = (height / 2 - y) / scale + design.height / 2;
      return u >= 0 && v >= 0 && u < design.width && v < design.height ? [u, v] : null;
    },
    camera: { from: [-95, 165, 420], to: [8, 44, 0], angle: 24 },
    colour: [0.86, 0.86, 0.84],
    around: [0.55, 0.53, 0.49],
    gloss: 0.5,
    aspect: 1.25,
  };
}

import type { Size } from '../../pixels/region';
import type { Body } from './body';

const { abs, max, min, hypot } = Math;

const thick = 3;

/** A poster on a wall over a floor, at true size, as someone sees it who stands before it a little to the side. */
export function poster(design: Size): Body {
  const [a, b] = [design.width / 2, design.height / 2];
  const long = max(design.width, design.height);
  // Its middle hangs at the height of the eyes; large ones stand just off the floor.
  const floor = -max(long * 0.95, b + 60);
  const away = max(900, long * 1.75);
  return {
    distance(x, y, z) {
      const [dx, dy, dz] = [abs(x) - a, abs(y) - b, abs(z - thick / 2) - thick / 2];
      return hypot(max(dx, 0), max(dy, 0), max(dz, 0)) + min(max(dx, dy, dz), 0);
    },
    bound: { at: [0, 0, 0], radius: hypot(a, b) + thick },
    wall: 0,
    ground: floor,
    onDesign(x, y, _z, _nx, _ny, nz) {
      if (nz < 0.7) return null;
      const [u, v] = [x + a, b - y];
      return u >= 0 && v >= 0 && u < design.width && v < design.height ? [u, v] : null;
    },
    camera: { from: [away * 0.36, 80, away], to: [long * 0.06, -60, 0], angle: 58 },
    colour: [0.8, 0.79, 0.76],
    around: [0.62, 0.59, 0.54],
    gloss: 0.06,
    aspect: 1.25,
  };
}

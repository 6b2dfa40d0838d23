import type { Point } from '../../../shape/affine';

/** Looked up once: these loops are hot. */
const { min, max } = Math;

/** Right, down, left, up: steps from one px corner to the next. */
const steps: readonly Point[] = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
];

/**
 * The borders of a mask, as closed lines through the middles of the px sides that they run along, what is in front to
 * their right. px that only touch at a corner do not hang together. What lies at the mask's rim goes on beyond it for
 * `beyond` px, so that no border runs along the rim itself.
 * @param mask not 0 in front
 */
export function contoursOf(mask: Uint8Array, width: number, height: number, beyond = 0): Point[][] {
  const seen = new Uint8Array((width + 2 * beyond) * (height + 2 * beyond));
  const stride = width + 2 * beyond;
  const [right, bottom] = [width + beyond, height + beyond];
  const within = (value: number, most: number): number => min(most, max(0, value));
  const isFront = (x: number, y: number): boolean =>
    x >= -beyond &&
    y >= -beyond &&
    x < right &&
    y < bottom &&
    mask[within(y, height - 1) * width + within(x, width - 1)] !== 0;
  const contours: Point[][] = [];
  for (let y = -beyond; y < bottom; y++) {
    for (let x = -beyond; x < right; x++) {
      if (!isFront(x, y) || isFront(x, y - 1) || seen[(y + beyond) * stride + x + beyond]) continue;
      const contour: Point[] = [];
      let [u, v, way] = [x, y, 0];
      do {
        const [du, dv] = steps[way];
        // Every border runs to the right somewhere: it begins there, and is known by that.
        if (way === 0) seen[(v + beyond) * stride + u + beyond] = 1;
        contour.push([u + du / 2, v + dv / 2]);
        u += du;
        v += dv;
        if (!isFront(u + cornerRight[way][0], v + cornerRight[way][1])) way = (way + 1) % 4;
        else if (isFront(u + cornerLeft[way][0], v + cornerLeft[way][1])) way = (way + 3) % 4;
      } while (u !== x || v !== y || way !== 0);
      contours.push(contour);
    }
  }
  return contours;
}

/** The px ahead of a corner, to the right and to the left of each way. */
const cornerRight: readonly Point[] = [
  [0, 0],
  [-1, 0],
  [-1, -1],
  [0, -1],
];
const cornerLeft: readonly Point[] = [
  [0, -1],
  [0, 0],
  [-1, 0],
  [-1, -1],
];

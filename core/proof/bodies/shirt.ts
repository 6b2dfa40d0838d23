import type { Size } from '../../pixels/region';
import { fitted, type Body } from './body';
import type { Vector } from './vector';

const { hypot, max, min, sin, abs, exp } = Math;

/** Half the width and half the depth of the chest, mm. */
const [across, deep] = [238, 112];
/** The largest print on a chest, and how far its upper edge lies below the collar. */
const printable = { width: 300, height: 390 };
const printTop = 210;

/** How far it is around the chest from its middle to each place across, mm: by steps of its width. */
const arc = arcLengths();

function arcLengths(): Float32Array {
  const steps = 512;
  const lengths = new Float32Array(steps + 1);
  let last: [number, number] = [0, deep];
  for (let i = 1; i <= steps; i++) {
    const x = (i / steps) * across;
    const next: [number, number] = [x, deep * Math.sqrt(max(0, 1 - (x / across) ** 2))];
    lengths[i] = lengths[i - 1] + hypot(next[0] - last[0], next[1] - last[1]);
    last = next;
  }
  return lengths;
}

function aroundChest(x: number): number {
  const at = (min(abs(x), across) / across) * (arc.length - 1);
  const step = min(arc.length - 2, Math.floor(at));
  return Math.sign(x) * (arc[step] + (arc[step + 1] - arc[step]) * (at - step));
}

/** Two distances joined without an edge. */
const smoothMin = (a: number, b: number, width: number): number => {
  const h = max(width - abs(a - b), 0) / width;
  return min(a, b) - (h * h * width) / 4;
};

/** The distance to a thick line from one point to another. */
function rod(x: number, y: number, z: number, a: Vector, b: Vector, radius: number): number {
  const [px, py, pz] = [x - a[0], y - a[1], z - a[2]];
  const [bx, by, bz] = [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
  const t = min(1, max(0, (px * bx + py * by + pz * bz) / (bx * bx + by * by + bz * bz)));
  return hypot(px - bx * t, py - by * t, pz - bz * t) - radius;
}

const sleeveFrom: Vector = [176, 126, 0];
const sleeveTo: Vector = [322, -40, 10];

/** Soft folds that run down from the shoulders and across the waist, mm. */
const folds = (x: number, y: number): number =>
  2.2 * sin(x * 0.028 + y * 0.01) * exp(-(((y + 120) / 190) ** 2)) +
  1.6 * sin((y + abs(x) * 0.8) * 0.035) * (abs(x) / across);

/** A shirt on a simple body, its print on the chest at true size where that fits. @param colour linear light */
export function shirt(design: Size, colour: Vector): Body {
  const scale = fitted(design, printable);
  return {
    distance(x, y, z) {
      const narrow = 1 - 0.1 * exp(-(((y + 60) / 150) ** 2));
      const [a, b] = [across * narrow, deep * narrow];
      // Of an ellipse, scaled by its shorter half: never too far.
      const round = (hypot(x / a, z / b) - 1) * b;
      const shoulders = (y - (262 - 0.34 * abs(x) - 0.0006 * z * z)) * 0.94;
      const hem = -330 - y;
      const torso = max(round, shoulders, hem);
      const side = abs(x);
      const sleeve = max(
        rod(side, y, z, sleeveFrom, sleeveTo, 64),
        // Its end, across the arm.
        (side - 330) * 0.66 - (y + 20) * 0.75 - 16,
      );
      const whole = smoothMin(torso, sleeve, 46);
      // The collar is cut out of it, with a rib around.
      const neck = hypot(x, (y - 262) / 0.8, (z - 40) / 1.1) - 84;
      const rib = hypot(neck - 7, max(0, abs(whole) - 2)) - 6;
      return min(max(whole, -neck) + folds(x, y), max(rib, neck - 16)) * 0.7;
    },
    bound: { at: [0, -30, 0], radius: 520 },
    wall: -420,
    ground: null,
    onDesign(x, y, z, _nx, _ny, nz) {
      if (z < 0 || nz < 0.15) return null;
      const u = aroundChest(x) / scale + design.width / 2;
      const v = (printTop - 75 - y) / scale;
      return u >= 0 && v >= 0 && u < design.width && v < design.height ? [u, v] : null;
    },
    camera: { from: [-170, 60, 1500], to: [0, -25, 0], angle: 32 },
    colour,
    around: [0.5, 0.49, 0.47],
    gloss: 0,
    aspect: 1.1,
  };
}

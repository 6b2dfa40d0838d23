import { tiltOf, usualPlateView } from '../../light/lamp';
import type { CoarseView } from '../view';
import type { Cue } from './cue';
import { lightAround } from './glow';

/** Looked up once: these loops are hot. */
const { atan, hypot, max, min, PI, tan } = Math;

/** A sun, or a lamp, that is in the picture. */
export interface Sun {
  /** Plate px. */
  place: readonly [number, number];
  /** Plate px. */
  radius: number;
}

/** Linear luminance from which a px may be the sun's. */
const glaring = 0.86;
/** It takes between these parts of the picture, and this part of the circle around it. */
const [smallest, largest, roundness] = [8e-6, 0.03, 0.55];

/** A spot glows where light falls off around it in this part of the directions. */
const glowing = 0.3;

/** A sun or lamp in the picture: a round glaring spot whose glow falls off evenly all round (as a lens and the air make it). */
export function lightFromSun(view: CoarseView): { cue: Cue; sun: Sun } | null {
  const { width, height, factor } = view;
  let best: { cue: Cue; sun: Sun } | null = null;
  const spots = glaringSpots(view).flatMap((spot) => {
    const filled = spot.area / (PI * spot.radius * spot.radius);
    if (filled < roundness) return [];
    const { falling, isGloss } = lightAround(view, spot.x, spot.y, spot.radius);
    return falling > 0 ? [{ ...spot, falling, isGloss, round: min(1, (filled - roundness) / 0.15) }] : [];
  });
  // There is one sun; of several alike each is as likely a lamp, or a highlight.
  const alone = spots.filter(({ falling }) => falling > glowing).length <= 1 ? 1 : 1 / spots.length ** 2;
  for (const { x, y, radius, falling, isGloss, round } of spots) {
    const confidence = 0.97 * falling * (1 - isGloss) * round * alone;
    if (confidence <= (best?.cue.confidence ?? 0.05)) continue;
    const [dx, dy] = [x - width / 2, y - height / 2];
    const longer = max(width, height);
    const fromAxis = (atan((hypot(dx, dy) / (longer / 2)) * tan((usualPlateView / 2) * (PI / 180))) * 180) / PI;
    best = {
      cue: { from: 'sun', tilt: tiltOf(dx, dy), height: fromAxis - 90, confidence },
      sun: { place: [x * factor, y * factor], radius: radius * factor },
    };
  }
  return best;
}

interface Spot {
  x: number;
  y: number;
  area: number;
  /** Half of its longer extent. */
  radius: number;
}

/** Glaring px that hang together. */
function glaringSpots({ width, height, light: { data } }: CoarseView): Spot[] {
  const taken = new Uint8Array(width * height);
  const out: Spot[] = [];
  for (let start = 0; start < data.length; start++) {
    if (taken[start] || data[start] < glaring) continue;
    const open = [start];
    taken[start] = 1;
    let [sx, sy, left, right, top, bottom] = [0, 0, width, 0, height, 0];
    for (let k = 0; k < open.length; k++) {
      const [x, y] = [open[k] % width, (open[k] / width) | 0];
      sx += x;
      sy += y;
      [left, right, top, bottom] = [min(left, x), max(right, x), min(top, y), max(bottom, y)];
      for (const [u, v] of [
        [-1, 0],
        [1, 0],
        [0, -1],
        [0, 1],
      ] as const) {
        const next = open[k] + v * width + u;
        if (x + u < 0 || x + u >= width || y + v < 0 || y + v >= height || taken[next] || data[next] < glaring)
          continue;
        taken[next] = 1;
        open.push(next);
      }
    }
    const area = open.length;
    if (area < max(6, smallest * data.length) || area > largest * data.length) continue;
    out.push({
      x: sx / area + 0.5,
      y: sy / area + 0.5,
      area,
      radius: max(right - left + 1, bottom - top + 1) / 2,
    });
  }
  return out.sort((a, b) => b.area - a.area).slice(0, 12);
}

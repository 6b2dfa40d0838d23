import { gaussianBlur } from '../../kernels/blur';
import type { CoarseView } from '../view';
import type { Cue } from './cue';
import { between, firstHarmonic, type Directed } from './harmonic';

/** Looked up once: these loops are hot. */
const { abs, ceil, hypot, log, max, min, round, sqrt } = Math;

/** Near a border, and where the ground is free of its shadow again: px of a picture 900 px long. */
const reaches = [
  [3, 10, 18],
  [4, 16, 28],
  [6, 25, 45],
] as const;
/** A border of paint has at least this step of colour (Oklab chroma over lightness), and this step of lightness a px. */
const [leastStep, leastStrength] = [0.04, 0.02];
/** One ground has nearly one colour and one light. */
const [sameHue, sameLight] = [0.05, 0.25];
/** What is dimmed by less than this is a corner that gets less of the sky: natural logarithm. */
const leastDip = 0.25;

interface Dips {
  tilt: number;
  /** How uneven the dips are over the directions: 0 all alike, 1 only on one side. */
  uneven: number;
  count: number;
}

/** A dip at a place, or none there; its direction is across the border. */
interface Place extends Directed {
  /** Which quarter of the picture it lies in: 0 to 3, row by row. */
  quarter: number;
}

/**
 * Light from shadows beside things: at a border between two paints the lower one is dark in a narrow band where the upper
 * one throws its shadow; the light comes from across the border. All such bands are summed by direction.
 */
function placesAt(
  { width, height }: CoarseView,
  soft: ReturnType<typeof softened>,
  [near, far, farther]: readonly [number, number, number],
): Place[] {
  const unit = max(width, height) / 900;
  const [tone, red, blue] = soft.lab;
  const strengthAt = (i: number): number => hypot(tone[i + 1] - tone[i - 1], tone[i + width] - tone[i - width]) / 2;
  const hueStep = (i: number, k: number): number =>
    hypot(red[i] / tone[i] - red[k] / tone[k], blue[i] / tone[i] - blue[k] / tone[k]);
  const list: Place[] = [];
  const border = ceil(farther * unit) + 2;
  for (let y = border; y < height - border; y++) {
    for (let x = border; x < width - border; x++) {
      const i = y * width + x;
      const dx = (tone[i + 1] - tone[i - 1]) / 2;
      const dy = (tone[i + width] - tone[i - width]) / 2;
      const strength = sqrt(dx * dx + dy * dy);
      if (strength < leastStrength) continue;
      const [ux, uy] = [dx / strength, dy / strength];
      const step = round(uy) * width + round(ux);
      if (strengthAt(i + step) > strength || strengthAt(i - step) > strength) continue;
      const at = (d: number): number => round(y + uy * d) * width + round(x + ux * d);
      if (hueStep(at(far * unit), at(-far * unit)) < leastStep) continue;
      for (const side of [1, -1]) {
        const [own, off, free] = [at(side * near * unit), at(side * far * unit), at(side * farther * unit)];
        if (hueStep(own, off) > sameHue || hueStep(off, free) > sameHue) continue;
        if (abs(log(soft.light[off] / soft.light[free])) > sameLight) continue;
        const dip = log(soft.light[off] / soft.light[own]);
        list.push({
          along: [-side * ux, -side * uy],
          value: max(0, min(1, dip) - leastDip),
          quarter: (y < height / 2 ? 0 : 2) + (x < width / 2 ? 0 : 1),
        });
      }
    }
  }
  return list;
}

function dipsOf(list: readonly Place[]): Dips {
  const found = firstHarmonic(list);
  return found
    ? { tilt: found.tilt, uneven: found.size / max(0.004, found.mean), count: list.length }
    : { tilt: 0, uneven: 0, count: 0 };
}

function softened({ width, height, light, lab }: CoarseView): { light: Float32Array; lab: Float32Array[] } {
  const unit = max(width, height) / 900;
  return {
    light: gaussianBlur(light, 1.2 * unit).data.map((value) => max(1e-4, value)),
    lab: lab.map((data, c) => {
      const out = gaussianBlur({ width, height, channels: 1, data }, unit).data;
      return c === 0 ? out.map((value) => max(0.05, value)) : out;
    }),
  };
}

/** Scales, and quarters of the picture, bear each other out within this, degrees. */
const [scalesAlike, quartersAlike] = [25, 45];
/** Wide shadows mislead this, so that it is never sure by itself. */
const mostConfidence = 0.45;
const leastPlaces = 400;

/** @returns null where there are too few borders to tell */
export function lightFromCasts(view: CoarseView): Cue | null {
  const soft = softened(view);
  const lists = reaches.map((reach) => placesAt(view, soft, reach));
  const scales = lists.map(dipsOf);
  const main = scales[1];
  if (main.count < leastPlaces) return null;
  const isSteady = scales.every(({ tilt }) => between(tilt, main.tilt) <= scalesAlike);
  const quarters = [0, 1, 2, 3].map((number) => dipsOf(lists[1].filter(({ quarter }) => quarter === number)));
  const agreeing = quarters.filter(({ tilt, count }) => count > 0 && between(tilt, main.tilt) <= quartersAlike).length;
  const strength = min(1, max(0, (main.uneven - 0.35) / 0.25));
  return {
    from: 'shadows beside things',
    tilt: main.tilt,
    height: null,
    confidence: mostConfidence * strength * (isSteady ? 1 : 0.3) * max(0, (agreeing - 1) / 3),
  };
}

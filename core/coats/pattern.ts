import { readColour } from '../pixels/colour';
import { emptyRaster, type Raster } from '../pixels/raster';
import { eachPlace, type CoatGround } from './ground';
import type { Motif, PatternCoat } from './schema';

/** Looked up once: the loops are hot. */
const { min, max, floor, abs, sin, cos, hypot, sqrt, imul, PI } = Math;

/**
 * A generated pattern of two colours; the same seed makes the same pattern. It stands on the lettering plane and goes
 * where the letters go.
 */
export function paintPattern(coat: PatternCoat, ground: CoatGround): Raster {
  const { region, capHeight, unit } = ground;
  const out = emptyRaster(region.width, region.height, 4);
  const repeat = coat.size * capHeight || 1;
  const radians = (coat.angle * PI) / 180;
  const [dx, dy] = [cos(radians) / repeat, sin(radians) / repeat];
  const [first, second] = coat.colours.map((css) => readColour(css));
  // One output px in repeats: edges fade over it.
  const px = 1 / (repeat * unit);
  const share = motifs[coat.motif](coat.balance, px, coat.seed);
  eachPlace(ground, (x, y, at) => {
    const t = share(x * dx + y * dy, y * dx - x * dy);
    for (let c = 0; c < 3; c++) out.data[at + c] = first[c] * first[3] * (1 - t) + second[c] * second[3] * t;
    out.data[at + 3] = first[3] + (second[3] - first[3]) * t;
  });
  return out;
}

/** How much of the second colour there is at a place, in repeats. */
type Share = (u: number, v: number) => number;

const clamp = (value: number): number => min(1, max(0, value));
/** A hard edge at 0 that fades over `px`: 1 where `inside` is above 0. */
const edge = (inside: number, px: number): number => clamp(inside / px + 0.5);
const part = (value: number): number => value - floor(value);
/** Distance of a place from the middle of the nearest band, where bands are one repeat apart. */
const fromBand = (u: number): number => abs(part(u + 0.5) - 0.5);

const motifs: Record<Motif, (balance: number, px: number, seed: number) => Share> = {
  stripes: (balance, px) => (u) => edge(balance / 2 - fromBand(u), px),
  waves: (balance, px) => (u, v) => edge(balance / 2 - fromBand(u + 0.18 * sin(2 * PI * v)), px),
  checks: (balance, px) => {
    // Fields of half a repeat; those of the rarer colour shrink until they have their share of the area.
    const shrunk = 0.25 - 0.5 * sqrt(min(balance, 1 - balance) / 2);
    const shift = balance < 0.5 ? -shrunk : shrunk;
    return (u, v) => {
      const [a, b] = [0.25 - fromBand(u), 0.25 - fromBand(v)];
      return edge(max(min(a, b), min(-a, -b)) + shift, px);
    };
  },
  dots: (balance, px) => {
    // A dot's area is its share of a repeat.
    const radius = sqrt(balance / PI);
    return (u, v) => edge(radius - hypot(part(u) - 0.5, part(v) - 0.5), px);
  },
  weave: (balance, px) => (u, v) => {
    const over = (floor(u) + floor(v)) % 2 === 0;
    const across = abs(part(over ? v : u) - 0.5) * 2;
    // Threads are rounded: light in the middle, dark at their rims.
    return clamp((1 - across * across) * balance * 2 * edge(1 - across, px * 2));
  },
  noise: (balance, _px, seed) => (u, v) => clamp((fractal(u, v, seed) - 0.5) * 2 + balance),
  grain: (balance, _px, seed) => (u, v) => clamp(random(floor(u * 8), floor(v * 8), seed) - 0.5 + balance),
  crackle: (balance, px, seed) => (u, v) => {
    const [nearest, next] = cells(u, v, seed);
    return edge(balance * 0.12 - (next - nearest), px);
  },
};

/** An even number 0..1 for a cell, always the same (an integer hash after Wang). */
function random(x: number, y: number, seed: number): number {
  let h = imul(x | 0, 0x27d4eb2d) ^ imul(y | 0, 0x165667b1) ^ imul(seed, 0x9e3779b1);
  h = imul(h ^ (h >>> 15), 0x85ebca6b);
  h = imul(h ^ (h >>> 13), 0xc2b2ae35);
  return ((h ^ (h >>> 16)) >>> 0) / 0x100000000;
}

/** Value noise: smooth between the values of a grid. */
function valueNoise(u: number, v: number, seed: number): number {
  const [x, y] = [floor(u), floor(v)];
  const [s, t] = [u - x, v - y].map((value) => value * value * (3 - 2 * value));
  const top = random(x, y, seed) * (1 - s) + random(x + 1, y, seed) * s;
  const bottom = random(x, y + 1, seed) * (1 - s) + random(x + 1, y + 1, seed) * s;
  return top * (1 - t) + bottom * t;
}

/** Four octaves of it. */
function fractal(u: number, v: number, seed: number): number {
  let [sum, weight, all] = [0, 1, 0];
  for (let octave = 0; octave < 4; octave++) {
    sum += valueNoise(u * 2 ** octave, v * 2 ** octave, seed + octave) * weight;
    all += weight;
    weight /= 2;
  }
  return sum / all;
}

/** Distances to the two nearest of points scattered one in each cell (Worley 1996). */
function cells(u: number, v: number, seed: number): [number, number] {
  let [nearest, next] = [Infinity, Infinity];
  for (let dy = -1; dy <= 1; dy++) {
    for (let dx = -1; dx <= 1; dx++) {
      const [x, y] = [floor(u) + dx, floor(v) + dy];
      const distance = hypot(x + random(x, y, seed) - u, y + random(x, y, seed + 77) - v);
      if (distance < nearest) [nearest, next] = [distance, nearest];
      else if (distance < next) next = distance;
    }
  }
  return [nearest, next];
}

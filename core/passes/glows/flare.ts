import type { Point } from '../../shape/affine';
import { seeded } from '../../shape/seeded';
import { smoothStep } from '../../pixels/smoothStep';
import { lookUp, tableOf } from '../../pixels/table';
import { angleOf } from './angle';
import type { Glow } from './schema';

/** Looked up once: these loops are hot. */
const { ceil, cos, exp, floor, max, min, round, sqrt, PI } = Math;

/** One picture of the lens's opening, on the line from the light through the middle of the sheet. */
export interface Ghost {
  at: Point;
  radius: number;
  light: readonly [number, number, number];
}

/** The ghosts of a flare: the same seed gives the same; more are added to those there are. */
export function ghostsOf({ ghosts, radius, seed }: Glow, from: Point, middle: Point): Ghost[] {
  const next = seeded(seed * 613 + 5);
  for (let i = 0; i < 8; i++) next();
  return Array.from({ length: ghosts }, () => {
    const [along, size, tint, bright] = [next(), next(), next(), next()];
    // From between the light and the middle to beyond the middle, on the other side.
    const share = 0.35 + 1.7 * along;
    const hue = 2 * PI * tint;
    const light = 0.02 + 0.07 * bright * bright;
    return {
      at: [from[0] + (middle[0] - from[0]) * share, from[1] + (middle[1] - from[1]) * share],
      radius: radius * (0.04 + 0.16 * size * size),
      light: [0, 1, 2].map((c) => light * (0.75 + 0.25 * cos(hue - (c * 2 * PI) / 3))) as unknown as Ghost['light'],
    };
  });
}

/** Half as wide as a streak is, and as the ring is, in parts of the flare's radius. */
const [streakWide, ringWide] = [0.012, 0.02];
/** Where the ring lies, and how much farther out red is than blue. */
const [ringAt, ringSpread] = [0.72, 0.035];

/** Sigma of the finest thing that a flare shows, in parts of its radius. */
export const finestOfFlare = streakWide / Math.SQRT2;

/** Of what is this far down a bell nothing is seen. */
const faintest = 16;
const bell = (square: number): number => (square > faintest ? 0 : exp(-square));
/** Cells of tables to a flare's radius. */
const cells = 2048;
/** The bell itself is told by its square. */
const bellOf = tableOf(bell, faintest, 256);
/** How far a streak is seen, in radii: beyond, it is less than a 5,000th. */
const streakEnd = 1.75;
/** How bright a streak is in its middle. */
const alongStreak = tableOf((far) => (0.55 * bell(far * 3.2)) / (1 + 6 * far), streakEnd, cells);

/**
 * Light along a row of places of the sheet: red, green and blue in the first three of four channels, linear, before its colour and
 * strength.
 * @param x, @param y the first place, sheet px @param step from one place to the next, sheet px
 */
export type Light = (x: number, y: number, step: number, count: number, out: Float32Array, at: number) => void;

/** The light of a flare. @param from where the light stands, sheet px */
export function flareLight(
  { haze, ring, blades, radius }: Pick<Glow, 'haze' | 'ring' | 'blades' | 'radius'>,
  ghosts: readonly Ghost[],
  from: Point,
): Light {
  const [left, top] = from;
  const inverse = 1 / radius;
  const hazeAt = (far: number): number => haze * (0.5 * bell(far * far * 2.2) + 0.6 * bell(far * far * 90));
  const ringOf = (far: number, c: number): number =>
    ring * 0.12 * bell(((far - ringAt - ringSpread * (1 - c)) / ringWide) ** 2);
  const [red, green, blue] = [0, 1, 2].map((c) =>
    tableOf((far) => hazeAt(far) + ringOf(far, c), sqrt(faintest / 2.2), cells),
  );
  const rays = blades % 2 === 0 ? blades : 2 * blades;
  const turns = rays / (2 * PI);
  const narrow = (2 * PI) / rays / streakWide;
  return (x, y, step, count, out, at) => {
    const dy = y - top;
    for (let i = 0, dx = x - left, to = at; i < count; i++, dx += step, to += 4) {
      const far = sqrt(dx * dx + dy * dy) * inverse;
      let streak = rays > 0 && far > 1e-6 ? lookUp(alongStreak, far) : 0;
      if (streak > 0) {
        const turn = angleOf(dy, dx) * turns;
        const off = (turn - round(turn)) * narrow * far;
        streak *= lookUp(bellOf, off * off);
      }
      out[to] = lookUp(red, far) + streak;
      out[to + 1] = lookUp(green, far) + streak;
      out[to + 2] = lookUp(blue, far) + streak;
    }
    for (const ghost of ghosts) addGhost(ghost, x, y, step, count, out, at);
  };
}

/** A ghost ends at this part of its radius. */
const ghostEnd = 1.05;

/** Adds what a row meets of a ghost: it is even, a little brighter towards its edge, which is soft. */
function addGhost(
  { at: [cx, cy], radius, light }: Ghost,
  x: number,
  y: number,
  step: number,
  count: number,
  out: Float32Array,
  at: number,
): void {
  const down = (y - cy) / radius;
  const room = ghostEnd * ghostEnd - down * down;
  if (room <= 0) return;
  const half = sqrt(room) * radius;
  const first = max(0, ceil((cx - half - x) / step));
  const last = min(count - 1, floor((cx + half - x) / step));
  const [red, green, blue] = light.map((one) => max(0, one));
  for (let i = first, to = at + 4 * first; i <= last; i++, to += 4) {
    const across = (x + i * step - cx) / radius;
    const square = across * across + down * down;
    const disc = (0.6 + 0.4 * square) * smoothStep((ghostEnd - sqrt(square)) / 0.12);
    out[to] += red * disc;
    out[to + 1] += green * disc;
    out[to + 2] += blue * disc;
  }
}

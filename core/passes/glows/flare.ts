import type { Point } from '../../shape/affine';
import { seeded } from '../../shape/seeded';
import { smoothStep } from '../../pixels/smoothStep';
import type { Glow } from './schema';

/** Looked up once: these loops are hot. */
const { abs, atan2, cos, exp, max, round, sqrt, PI } = Math;

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
const bell = (square: number): number => (square > 16 ? 0 : exp(-square));

/** The light of a flare at a place: red, green and blue, linear, before its colour and strength. */
export function flareAt(
  { haze, ring, blades, radius }: Glow,
  ghosts: readonly Ghost[],
  from: Point,
  [x, y]: Point,
  out: [number, number, number],
): void {
  const [dx, dy] = [x - from[0], y - from[1]];
  const far = sqrt(dx * dx + dy * dy) / radius;
  const veil = haze === 0 ? 0 : haze * (0.5 * bell(far * far * 2.2) + 0.6 * bell(far * far * 90));
  let streak = 0;
  if (blades > 0 && far > 1e-6) {
    const rays = blades % 2 === 0 ? blades : 2 * blades;
    const turn = (atan2(dy, dx) * rays) / (2 * PI);
    const off = (abs(turn - round(turn)) * ((2 * PI) / rays) * far) / streakWide;
    streak = (0.55 * bell(far * 3.2 + off * off)) / (1 + 6 * far);
  }
  for (let c = 0; c < 3; c++) {
    const own = ringAt + ringSpread * (1 - c);
    const off = (far - own) / ringWide;
    out[c] = veil + streak + ring * 0.12 * bell(off * off);
  }
  for (let k = 0; k < ghosts.length; k++) {
    const ghost = ghosts[k];
    const [across, down] = [(x - ghost.at[0]) / ghost.radius, (y - ghost.at[1]) / ghost.radius];
    const square = across * across + down * down;
    if (square >= 1.21) continue;
    const part = sqrt(square);
    // Even, a little brighter towards its edge, which is soft.
    const disc = (0.6 + 0.4 * part * part) * smoothStep((1.05 - part) / 0.12);
    for (let c = 0; c < 3; c++) out[c] += max(0, ghost.light[c]) * disc;
  }
}

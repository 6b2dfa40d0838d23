import { smoothStep } from '../../pixels/smoothStep';
import { toOklab } from '../../kernels/colour';
import { oklabToEncoded } from '../../pixels/colour';
import type { Raster } from '../../pixels/raster';
import type { Cast } from './schema';

/** Looked up once: the loop is hot. */
const { max, min, hypot, atan2, cos, sin, PI } = Math;

/** A colour with less chroma than this has hardly a hue; with twice as much it has one. */
const leastChroma = 0.008;

/** How much a hue belongs to a cast: in full within half its reach, fading to its end. @param hue degrees */
export function belongs(cast: Pick<Cast, 'hue' | 'reach'>, hue: number): number {
  const apart = Math.abs(((((hue - cast.hue + 180) % 360) + 360) % 360) - 180);
  return smoothStep((cast.reach - apart) / (cast.reach / 2));
}

/**
 * Turns a cast of colour, only where its hue is and only near the veil's edge.
 * @param colour opaque encoded RGB
 * @param edge how near each px is to the edge, 0..1
 */
export function withoutCast(colour: Raster, edge: Float32Array, cast: Cast): Raster {
  const lab = toOklab(colour);
  const out = { ...colour, data: colour.data.slice() };
  for (let i = 0, at = 0; i < edge.length; i++, at += 4) {
    if (edge[i] <= 0) continue;
    const [l, a, b] = [lab.data[at], lab.data[at + 1], lab.data[at + 2]];
    const chroma = hypot(a, b);
    const share = edge[i] * belongs(cast, (atan2(b, a) * 180) / PI) * min(1, max(0, chroma / leastChroma - 1));
    if (share <= 0) continue;
    const angle = (cast.turn * share * PI) / 180;
    const factor = 1 + (cast.chroma - 1) * share;
    const encoded = oklabToEncoded(
      l,
      (a * cos(angle) - b * sin(angle)) * factor,
      (a * sin(angle) + b * cos(angle)) * factor,
    );
    for (let c = 0; c < 3; c++) out.data[at + c] = encoded[c];
  }
  return out;
}

import { interpolateWithPremultipliedAlpha, converter } from 'culori';
import { emptyRaster, type Raster } from '../pixels/raster';
import { memoize } from '../graph/memoize';
import { eachPlace, type CoatGround } from './ground';
import type { GradientCoat } from './schema';

/** Looked up once: the loops are hot. */
const { min, max, hypot, atan2, cos, sin, abs, PI } = Math;

const steps = 1024;
const toRgb = converter('rgb');

/** The colours along the way, premultiplied encoded RGBA, `steps` + 1 of them. */
const tableOf = memoize(({ stops, space }: GradientCoat): Float32Array => {
  const sorted = [...stops].sort((a, b) => a.at - b.at);
  const table = new Float32Array((steps + 1) * 4);
  const between = sorted
    .slice(1)
    .map((next, i) =>
      interpolateWithPremultipliedAlpha([sorted[i].colour, next.colour], space === 'oklab' ? 'oklab' : 'rgb'),
    );
  const ends = [sorted[0], sorted[sorted.length - 1]].map(({ colour }) => toRgb(colour)!);
  for (let i = 0; i <= steps; i++) {
    const t = i / steps;
    // The last stop that is not beyond: of several at one place the last one counts from there on.
    const from = sorted.findLastIndex(({ at }) => at <= t);
    const next = sorted[from + 1];
    const end = from < 0 ? ends[0] : ends[1];
    const isBetween = from >= 0 && next !== undefined;
    const found = isBetween ? toRgb(between[from]((t - sorted[from].at) / (next.at - sorted[from].at))) : end;
    const alpha = min(1, max(0, found.alpha ?? 1));
    table.set(
      [found.r, found.g, found.b].map((value) => min(1, max(0, value)) * alpha),
      i * 4,
    );
    table[i * 4 + 3] = alpha;
  }
  return table;
});

/** A run of colours over the box that it is laid out in. */
export function paintGradient(coat: GradientCoat, ground: CoatGround): Raster {
  const { region, box } = ground;
  const table = tableOf(coat);
  const out = emptyRaster(region.width, region.height, 4);
  const way = wayOf(coat, box);
  eachPlace(ground, (x, y, at) => {
    const place = min(1, max(0, way(x, y))) * steps;
    // A whole number, said so that it indexes as one.
    const from = min(steps - 1, place) | 0;
    const share = place - from;
    for (let c = 0, k = from * 4; c < 4; c++, k++) out.data[at + c] = table[k] + (table[k + 4] - table[k]) * share;
  });
  return out;
}

/** How far along a point of the lettering plane lies, 0..1 within the gradient. */
function wayOf(
  { shape, angle, centre, spread }: GradientCoat,
  box: CoatGround['box'],
): (x: number, y: number) => number {
  const radians = (angle * PI) / 180;
  if (shape === 'linear') {
    const [dx, dy] = [cos(radians), sin(radians)];
    // As long as the box is wide in that direction, so that its corners get the end stops (CSS Images 3).
    const length = abs(box.width * dx) + abs(box.height * dy) || 1;
    const [cx, cy] = [box.x + box.width / 2, box.y + box.height / 2];
    return (x, y) => ((x - cx) * dx + (y - cy) * dy) / length + 0.5;
  }
  const [cx, cy] = [box.x + box.width * centre[0], box.y + box.height * centre[1]];
  if (shape === 'conic') return (x, y) => ((((atan2(y - cy, x - cx) - radians) / (2 * PI)) % 1) + 1) % 1;
  const radius = (spread * hypot(box.width, box.height)) / 2 || 1;
  return (x, y) => hypot(x - cx, y - cy) / radius;
}

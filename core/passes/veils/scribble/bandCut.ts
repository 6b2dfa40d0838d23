import { oklabPlanes } from '../../../pixels/oklabPlanes';
import type { Level } from '../../../pictures/pyramid';
import type { IsOutdated } from '../../../graph/evaluate';
import { likelihood } from './colourModel';
import { markedBehind, markedFront } from './marks';
import { CutGraph } from './minimumCut';
import { loudest, tieStrength, type SideColours } from './patchCut';
import { likeness } from './patches';

/** Logarithm of the likeness of both sides for a stored colour; each of 64^3 colours is worked out once. */
export class ColourSides {
  private readonly known = new Float32Array(64 ** 3).fill(NaN);

  constructor(private readonly colours: SideColours) {}

  of(red: number, green: number, blue: number): number {
    const key = ((red >> 2) << 12) | ((green >> 2) << 6) | (blue >> 2);
    let value = this.known[key];
    if (Number.isNaN(value)) {
      const [[lightness], [a], [b]] = oklabPlanes({
        width: 1,
        height: 1,
        channels: 3,
        bytes: Uint8Array.of((red & 0xfc) + 2, (green & 0xfc) + 2, (blue & 0xfc) + 2),
      });
      value = likelihood(this.colours.front, lightness, a, b) - likelihood(this.colours.behind, lightness, a, b);
      this.known[key] = value = Math.max(-loudest, Math.min(loudest, value));
    }
    return value;
  }
}

/** How far from the border found before the new one may lie, px. */
const reach = 2;

/**
 * Finds the border px by px, in a band along where it is already (Lombaert et al. 2005). `mask` is changed in place.
 * @param mask 1 in front, 0 behind
 * @param marks of each px
 * @throws Outdated when `isOutdated` says so
 */
export function cutBand(
  { width, height, channels, bytes }: Level,
  mask: Uint8Array,
  marks: Uint8Array,
  sides: ColourSides,
  isOutdated?: IsOutdated,
): void {
  const band = bandAlong(mask, width, height);
  if (band.length === 0) return;
  const numberOf = new Map<number, number>();
  const numbers = width * height < 64e6 ? new Int32Array(width * height) : null;
  band.forEach((pixel, node) => (numbers ? (numbers[pixel] = node + 1) : numberOf.set(pixel, node + 1)));
  const nodeAt = (pixel: number): number => (numbers ? numbers[pixel] : (numberOf.get(pixel) ?? 0)) - 1;
  const graph = new CutGraph(band.length, band.length * 4);
  const [green, blue] = channels === 1 ? [0, 0] : [1, 2];
  const squareOf = (i: number, j: number): number => {
    const [p, q] = [i * channels, j * channels];
    return (
      (bytes[p] - bytes[q]) ** 2 + (bytes[p + green] - bytes[q + green]) ** 2 + (bytes[p + blue] - bytes[q + blue]) ** 2
    );
  };
  const beta = sharpnessIn(band, width, height, squareOf);
  band.forEach((pixel, node) => {
    const at = pixel * channels;
    if (marks[pixel] === markedFront) graph.draw(node, 1e6);
    else if (marks[pixel] === markedBehind) graph.draw(node, -1e6);
    else graph.draw(node, sides.of(bytes[at], bytes[at + green], bytes[at + blue]));
    const x = pixel % width;
    const y = (pixel - x) / width;
    for (const [dx, dy, share] of neighbourhood) {
      const [u, v] = [x + dx, y + dy];
      if (u < 0 || v < 0 || u >= width || v >= height) continue;
      const other = v * width + u;
      const neighbour = nodeAt(other);
      const isAhead = dy > 0 || (dy === 0 && dx > 0);
      if (neighbour >= 0 && !isAhead) continue;
      const strength = tieStrength * share * likeness(squareOf(pixel, other), beta);
      if (neighbour >= 0) graph.tie(node, neighbour, strength);
      // Beyond the band all is decided.
      else graph.draw(node, mask[other] ? strength : -strength);
    }
  });
  const front = graph.divide(isOutdated);
  band.forEach((pixel, node) => (mask[pixel] = front[node]));
}

const diagonal = 0.5 / Math.SQRT2;
/** Eight neighbours; shares that make the length of a border nearly independent of its direction. */
const neighbourhood = [
  [1, 0, 0.5],
  [-1, 0, 0.5],
  [0, 1, 0.5],
  [0, -1, 0.5],
  [1, 1, diagonal],
  [-1, 1, diagonal],
  [1, -1, diagonal],
  [-1, -1, diagonal],
] as const;

function sharpnessIn(
  band: Int32Array,
  width: number,
  height: number,
  squareOf: (i: number, j: number) => number,
): number {
  let sum = 0;
  let pairs = 0;
  for (let k = 0; k < band.length; k += 3) {
    const pixel = band[k];
    const x = pixel % width;
    if (x < width - 1) [sum, pairs] = [sum + squareOf(pixel, pixel + 1), pairs + 1];
    if (pixel + width < width * height) [sum, pairs] = [sum + squareOf(pixel, pixel + width), pairs + 1];
  }
  return sum === 0 ? 1 : pairs / (2 * sum);
}

/** The px within reach of the mask's border, in order. */
function bandAlong(mask: Uint8Array, width: number, height: number): Int32Array {
  const near = new Uint8Array(mask.length);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    const hasBelow = y < height - 1;
    for (let x = 0, i = row; x < width; x++, i++) {
      const own = mask[i];
      if ((x === width - 1 || mask[i + 1] === own) && (!hasBelow || mask[i + width] === own)) continue;
      const from = row + (x > reach ? x - reach : 0);
      const to = row + (x + reach < width ? x + reach : width - 1) + 1;
      // Up and down the stretch is filled in a second pass.
      near.fill(1, from, to);
    }
  }
  const tall = new Uint8Array(mask.length);
  for (let y = 0; y < height; y++) {
    for (let i = y * width, end = i + width; i < end; i++) {
      if (near[i] === 0) continue;
      for (let v = y > reach ? y - reach : 0; v <= y + reach && v < height; v++) tall[i + (v - y) * width] = 1;
    }
  }
  let count = 0;
  for (let i = 0; i < tall.length; i++) count += tall[i];
  const band = new Int32Array(count);
  for (let i = 0, next = 0; next < count; i++) if (tall[i] === 1) band[next++] = i;
  return band;
}

import { levelSize, readLevel, type Picture } from '../pictures/pyramid';
import { lightnessOfLuminance } from '../pixels/colour';
import { oklabPlanes, type OklabPlanes } from '../pixels/oklabPlanes';
import type { Region } from '../pixels/region';
import { luminance } from '../survey/view';

/** Looked up once: these loops are hot. */
const { ceil, floor, hypot, max, min, round, sqrt } = Math;

/** Longer side of a sketch, px, at most. */
const sketchSide = 400;
/** Contrast (Oklab) at which half of the calm is gone, as the survey has it. */
const halfCalm = 0.035;
/** Unrest is looked at in a square of this part of the longer side, to each side of a px. */
const unrestReach = 1 / 110;

/** What the sheet shows of the photograph, so small that thousands of layouts can be tried on it. */
export interface Sketch {
  width: number;
  height: number;
  /** Sheet px for each of its px. */
  factor: number;
  /** CIE L*, 0..100. */
  lightness: Float32Array;
  lab: OklabPlanes;
  /** How much goes on around each px, 0 (nothing) to 1. */
  unrest: Float32Array;
}

/** Something that stands out, as the sketch sees it. */
export interface SketchedThing {
  /** Its number among what stands out. */
  index: number;
  /** How much of each px belongs to it, 0..1. */
  mask: Float32Array;
  /** Its part of the sheet. */
  share: number;
  /** Around what belongs to it at least by half, sketch px. */
  box: Region;
}

/** @param part of the picture that the sheet shows, its px */
export async function sketchOf(picture: Picture, part: Region): Promise<Sketch> {
  let number = 0;
  while (number < picture.levels - 1 && max(part.width, part.height) / 2 ** number > sketchSide) number++;
  const factor = 2 ** number;
  const whole = levelSize(picture.width, picture.height, number);
  const x = min(whole.width - 1, floor(part.x / factor));
  const y = min(whole.height - 1, floor(part.y / factor));
  const region = {
    x,
    y,
    width: max(1, min(whole.width - x, ceil(part.width / factor))),
    height: max(1, min(whole.height - y, ceil(part.height / factor))),
  };
  const level = await readLevel(picture, number, region);
  const lab = oklabPlanes(level);
  return {
    width: region.width,
    height: region.height,
    factor,
    lightness: luminance(level).data.map(lightnessOfLuminance),
    lab,
    unrest: unrestOf(lab, region.width, region.height),
  };
}

/** Sums from the upper left: of a box with four look-ups (Crow 1984). */
function sumsOf(values: (i: number) => number, width: number, height: number): Float64Array {
  const run = width + 1;
  const sums = new Float64Array(run * (height + 1));
  for (let y = 0; y < height; y++)
    for (let x = 0, row = 0; x < width; x++) {
      row += values(y * width + x);
      sums[(y + 1) * run + x + 1] = sums[y * run + x + 1] + row;
    }
  return sums;
}

function unrestOf(lab: OklabPlanes, width: number, height: number): Float32Array {
  const reach = max(1, round(max(width, height) * unrestReach));
  const run = width + 1;
  const planes = lab.map((plane) => ({
    sums: sumsOf((i) => plane[i], width, height),
    squares: sumsOf((i) => plane[i] * plane[i], width, height),
  }));
  const out = new Float32Array(width * height);
  for (let y = 0, i = 0; y < height; y++) {
    const [top, bottom] = [max(0, y - reach), min(height, y + reach + 1)];
    for (let x = 0; x < width; x++, i++) {
      const [left, right] = [max(0, x - reach), min(width, x + reach + 1)];
      const count = (right - left) * (bottom - top);
      const of = (sums: Float64Array): number =>
        sums[bottom * run + right] - sums[top * run + right] - sums[bottom * run + left] + sums[top * run + left];
      let spread = 0;
      for (const { sums, squares } of planes) {
        const mean = of(sums) / count;
        spread = hypot(spread, sqrt(max(0, of(squares) / count - mean * mean)));
      }
      out[i] = spread / (spread + halfCalm);
    }
  }
  return out;
}

/**
 * A matte of the whole photograph, as the sketch of a part of it sees it.
 * @param matte 0..255, of any size
 * @param picture the photograph's size, px
 */
export function sketchedThing(
  { width, height, factor }: Sketch,
  matte: { width: number; height: number; bytes: Uint8Array },
  picture: { width: number; height: number },
  part: Region,
  index: number,
): SketchedThing {
  const [across, down] = [matte.width / picture.width, matte.height / picture.height];
  const mask = new Float32Array(width * height);
  let [sum, left, top, right, bottom] = [0, width, height, 0, 0];
  for (let y = 0, i = 0; y < height; y++) {
    const [from, to] = span((part.y + y * factor) * down, factor * down, matte.height);
    for (let x = 0; x < width; x++, i++) {
      const [first, last] = span((part.x + x * factor) * across, factor * across, matte.width);
      let own = 0;
      for (let v = from; v < to; v++) for (let u = first; u < last; u++) own += matte.bytes[v * matte.width + u];
      mask[i] = own / (255 * max(1, (to - from) * (last - first)));
      sum += mask[i];
      if (mask[i] < 0.5) continue;
      [left, top] = [min(left, x), min(top, y)];
      [right, bottom] = [max(right, x + 1), max(bottom, y + 1)];
    }
  }
  const box = { x: left, y: top, width: max(0, right - left), height: max(0, bottom - top) };
  return { index, mask, share: sum / mask.length, box };
}

function span(from: number, length: number, most: number): [number, number] {
  const first = min(most - 1, max(0, floor(from)));
  return [first, min(most, max(first + 1, floor(from + length)))];
}

import { levelSize, readLevel, type Level, type Picture } from '../pictures/pyramid';
import { oklabPlanes, type OklabPlanes } from '../pixels/oklabPlanes';
import type { Raster } from '../pixels/raster';
import { decodeByte } from '../pixels/transfer';

/** Most measures look at the first level that has no more px than this: that on which things are found. */
const coarsePixels = 0.8e6;
/** What is only seen in single px is looked at in so many samples of this side, px: whole blocks of 8. */
const [mostSamples, sampleSide] = [40, 128];

/** A part of the plate at full size. */
export interface Sample {
  /** Where it begins, plate px: multiples of 8. */
  x: number;
  y: number;
  level: Level;
}

/** A plate as the measures see it: read once, for all of them. */
export interface View {
  picture: Picture;
  /** A level with few px. */
  coarse: CoarseView;
  /** Spread evenly over the plate. */
  samples: Sample[];
  /** What stands out, the likeliest first: for each 1 for the px of `coarse` that belong to it. */
  things: readonly Uint8Array[];
}

export interface CoarseView {
  level: Level;
  width: number;
  height: number;
  /** Plate px for each of its px. */
  factor: number;
  /** Linear luminance, one channel. */
  light: Raster;
  lab: OklabPlanes;
}

/** Which level of a picture most measures look at. */
export function coarseLevel({ width, height, levels }: Picture): number {
  let level = 0;
  while (level < levels - 1 && (width / 2 ** level) * (height / 2 ** level) > coarsePixels) level++;
  return level;
}

/** @param things what stands out, if that is known: masks of the size of the coarse level */
export async function lookAt(picture: Picture, things: readonly Uint8Array[] = []): Promise<View> {
  const coarse = await coarseView(picture, coarseLevel(picture));
  const whole = coarse.width * coarse.height;
  return {
    picture,
    coarse,
    samples: await samplesOf(picture),
    things: things.filter((mask) => mask.length === whole),
  };
}

/** One level as measures see it. */
export async function coarseView(picture: Picture, number: number): Promise<CoarseView> {
  const { width, height } = levelSize(picture.width, picture.height, number);
  const level = opaque(await readLevel(picture, number, { x: 0, y: 0, width, height }));
  return { level, width, height, factor: 2 ** number, light: luminance(level), lab: oklabPlanes(level) };
}

/** Linear luminance (Rec. 709 primaries) of stored encoded sRGB. */
export function luminance({ width, height, channels, bytes }: Level): Raster {
  const data = new Float32Array(width * height);
  const [green, blue] = channels === 1 ? [0, 0] : [1, 2];
  for (let i = 0, at = 0; i < data.length; i++, at += channels)
    data[i] =
      0.2126 * decodeByte[bytes[at]] + 0.7152 * decodeByte[bytes[at + green]] + 0.0722 * decodeByte[bytes[at + blue]];
  return { width, height, channels: 1, data };
}

/**
 * The chroma of each px over its lightness, a and b: shadow leaves it nearly as it is.
 * @param least no px counts as darker than this (Oklab lightness): in the dark hues are noise
 */
export const huesOf = ([lightness, ...chroma]: OklabPlanes, least: number): Float32Array[] =>
  chroma.map((plane) => plane.map((value, i) => value / Math.max(least, lightness[i])));

/** What is clear takes the mean of what is not: it tells nothing. */
function opaque(level: Level): Level {
  if (level.channels !== 4) return level;
  const { width, height, bytes } = level;
  const sums = [0, 0, 0];
  let seen = 0;
  for (let at = 0; at < bytes.length; at += 4) {
    if (bytes[at + 3] < 128) continue;
    for (let c = 0; c < 3; c++) sums[c] += bytes[at + c];
    seen++;
  }
  const mean = sums.map((sum) => Math.round(sum / Math.max(1, seen)));
  const out = new Uint8Array(width * height * 3);
  for (let i = 0; i < width * height; i++) {
    const isClear = bytes[i * 4 + 3] < 128;
    for (let c = 0; c < 3; c++) out[i * 3 + c] = isClear ? mean[c] : bytes[i * 4 + c];
  }
  return { width, height, channels: 3, bytes: out };
}

async function samplesOf(picture: Picture): Promise<Sample[]> {
  const side = Math.min(sampleSide, 8 * Math.max(1, Math.floor(Math.min(picture.width, picture.height) / 8)));
  const columns = Math.floor(picture.width / side);
  const rows = Math.floor(picture.height / side);
  const all = columns * rows;
  const step = Math.max(1, all / mostSamples);
  const places = Array.from({ length: Math.min(all, mostSamples) }, (_, i) => Math.floor((i + 0.5) * step));
  return Promise.all(
    places.map(async (place) => {
      const [x, y] = [(place % columns) * side, Math.floor(place / columns) * side];
      return { x, y, level: opaque(await readLevel(picture, 0, { x, y, width: side, height: side })) };
    }),
  );
}

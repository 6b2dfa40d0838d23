import { resizeLight } from '../kernels/resize/light';
import type { Taps } from '../kernels/resize';
import type { Covered } from '../kernels/resize/level';
import { emptyRaster, type Raster } from '../pixels/raster';
import type { Region } from '../pixels/region';
import { decodeWide, encodeWide } from '../pixels/transfer';
import { levelSize, readStored, type FineRange, type Picture, type Stored } from './pyramid';

const { round, min, max } = Math;

/** The highest code. */
export const mostCode = 65535;
/** How far `wide` codes reach below 0, and how many of them lie between 0 and 1. */
const below = 0.75;
const wideSteps = mostCode / 2;

/** The code that stands for an encoded value. */
export const codeOf = (range: FineRange, value: number): number =>
  round(min(mostCode, max(0, range === 'plain' ? value * mostCode : (value + below) * wideSteps)));

/** The encoded value that a code stands for. */
export const valueOf = (range: FineRange, code: number): number =>
  range === 'plain' ? code / mostCode : code / wideSteps - below;

/** Linear light of every code. */
const lights = new Map<FineRange, Float32Array>();
export function lightsOf(range: FineRange): Float32Array {
  let known = lights.get(range);
  if (!known)
    lights.set(
      range,
      (known = Float32Array.from({ length: mostCode + 1 }, (_, code) => decodeWide(valueOf(range, code)))),
    );
  return known;
}

/** A level as its codes. @param bytes that begin at a whole word, as those of a tile of its own do */
export const codesIn = ({ bytes }: Pick<Stored, 'bytes'>): Uint16Array =>
  new Uint16Array(bytes.buffer, bytes.byteOffset, bytes.byteLength / 2);

/** A level of codes. */
export interface FineLevel {
  width: number;
  height: number;
  channels: 3 | 4;
  range: FineRange;
  codes: Uint16Array;
}

/** The next level: means of 2 x 2 px, taken in linear light, alpha-weighted. Odd borders repeat. */
export function halveFine({ width, height, channels, range, codes }: FineLevel): FineLevel {
  const size = levelSize(width, height, 1);
  const light = lightsOf(range);
  const out = new Uint16Array(size.width * size.height * channels);
  let at = 0;
  for (let y = 0; y < size.height; y++) {
    const rows = [2 * y, min(2 * y + 1, height - 1)].map((row) => row * width * channels);
    for (let x = 0; x < size.width; x++, at += channels) {
      const columns = [2 * x, min(2 * x + 1, width - 1)].map((column) => column * channels);
      const places = [rows[0] + columns[0], rows[0] + columns[1], rows[1] + columns[0], rows[1] + columns[1]];
      let alpha = 0;
      const sums = [0, 0, 0];
      for (const place of places) {
        const own = channels === 4 ? codes[place + 3] : 1;
        alpha += own;
        for (let c = 0; c < 3; c++) sums[c] += light[codes[place + c]] * own;
      }
      if (channels === 4) out[at + 3] = round(alpha / 4);
      if (alpha > 0) for (let c = 0; c < 3; c++) out[at + c] = codeOf(range, encodeWide(sums[c] / alpha));
    }
  }
  return { ...size, channels, range, codes: out };
}

/** The stored codes of a region of a level. */
const readFine = (picture: Picture, level: number, region: Region): Promise<Stored> =>
  readStored(
    {
      width: picture.width,
      height: picture.height,
      tile: (...at) => picture.fine!.tile(...at),
      pixelBytes: picture.channels * 2,
    },
    level,
    region,
  );

/** Px as they are, px for px. @returns premultiplied encoded RGBA, beyond 0..1 where the picture is wide */
export async function fineAsIs(
  picture: Picture,
  level: number,
  region: Region,
  { columns, rows }: Covered,
): Promise<Raster> {
  const { channels } = picture;
  const { range } = picture.fine!;
  const codes = codesIn(await readFine(picture, level, region));
  const out = emptyRaster(region.width, region.height, 4);
  for (let i = 0; i < region.width * region.height; i++) {
    const share = columns[i % region.width] * rows[Math.floor(i / region.width)];
    const alpha = channels === 4 ? (codes[i * 4 + 3] / mostCode) * share : share;
    for (let c = 0; c < 3; c++) out.data[i * 4 + c] = valueOf(range, codes[i * channels + c]) * alpha;
    out.data[i * 4 + 3] = alpha;
  }
  return out;
}

/** Px resized in linear light. @param source of the level, that the taps read */
export async function fineResized(
  picture: Picture,
  level: number,
  source: Region,
  [across, down]: readonly [Taps, Taps],
  covered: Covered,
): Promise<Raster> {
  const { channels } = picture;
  const light = lightsOf(picture.fine!.range);
  const codes = codesIn(await readFine(picture, level, source));
  const read = emptyRaster(source.width, source.height, 4);
  for (let i = 0; i < source.width * source.height; i++) {
    const alpha = channels === 4 ? codes[i * 4 + 3] / mostCode : 1;
    for (let c = 0; c < 3; c++) read.data[i * 4 + c] = light[codes[i * channels + c]] * alpha;
    read.data[i * 4 + 3] = alpha;
  }
  return resizeLight(read, across, down, covered);
}

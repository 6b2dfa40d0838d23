import type { Level } from '../pixels/level';
import { decodeByte, encodeExact } from '../pixels/transfer';
import type { Region } from '../pixels/region';

/** Side of a stored tile, px. Tiles at the right and bottom border are padded. */
export const tileSide = 256;

/** A picture's stored pixels: 8-bit, interleaved; 1 channel (linear matte), 3 (encoded sRGB) or 4 (straight RGBA). */
export interface Picture {
  readonly key: string;
  readonly width: number;
  readonly height: number;
  readonly channels: 1 | 3 | 4;
  /** Level 0 is the picture itself; each next one is half as wide and high (rounded up), down to one tile. */
  readonly levels: number;
  /** The bytes of one tile: `tileSide * tileSide * channels`. */
  tile(level: number, column: number, row: number): Promise<Uint8Array>;
  /** The same px more exactly, where the file that they came from has more than 8 bits or a wide gamut. */
  readonly fine?: FinePicture;
}

/** How codes of 16 bits stand for encoded sRGB. `plain`: 0 to 1; `wide`: -0.75 to 1.25, for colours beyond it
 * (the green of Display P3 lies at -0.51, 1.02, -0.31). */
export type FineRange = 'plain' | 'wide';

/** A picture's px as codes of 16 bits, little-endian, interleaved, alpha straight; its levels are those of the picture. */
export interface FinePicture {
  readonly range: FineRange;
  /** The bytes of one tile: `tileSide * tileSide * channels * 2`. */
  tile(level: number, column: number, row: number): Promise<Uint8Array>;
}

/** Px of a level as they are stored, so many bytes for each. */
export interface Stored {
  width: number;
  height: number;
  pixelBytes: number;
  bytes: Uint8Array;
}

/** Width and height of a level, px. */
export function levelSize(width: number, height: number, level: number): { width: number; height: number } {
  return { width: Math.ceil(width / 2 ** level), height: Math.ceil(height / 2 ** level) };
}

/** How many levels a picture has: down to the first that fits in one tile. */
export function levelCount(width: number, height: number): number {
  let level = 0;
  while (Math.max(width, height) / 2 ** level > tileSide) level++;
  return level + 1;
}

/** Linear light of the 256 codes in 65535ths, and the code for each such step: each code is 20 steps wide or more. */
const lightSteps = 65535;
const lightOf = Uint16Array.from(decodeByte, (light) => Math.round(light * lightSteps));
const codeOf = Uint8Array.from({ length: lightSteps + 1 }, (_, i) => Math.round(encodeExact(i / lightSteps) * 255));

/**
 * The next level: means of 2 x 2 px, taken in linear light (a matte is linear already), alpha-weighted. Odd borders
 * repeat.
 */
export function halve(level: Level): Level {
  const { channels } = level;
  const size = levelSize(level.width, level.height, 1);
  const out = new Uint8Array(size.width * size.height * channels);
  for (let y = 0; y < size.height; y++) {
    const top = 2 * y * level.width * channels;
    const bottom = Math.min(2 * y + 1, level.height - 1) * level.width * channels;
    const at = y * size.width * channels;
    if (channels === 3) halveOpaque(level, top, bottom, out, at);
    else if (channels === 4) halveClear(level, top, bottom, out, at);
    else halveMatte(level, top, bottom, out, at);
  }
  return { ...size, channels, bytes: out };
}

/** One row of output from two rows of input; `top`, `bottom` and `at` are where the rows begin. */
function halveOpaque({ width, bytes }: Level, top: number, bottom: number, out: Uint8Array, at: number): void {
  const pairs = width >> 1;
  for (let x = 0; x < pairs; x++, top += 6, bottom += 6, at += 3) {
    out[at] =
      codeOf[
        (lightOf[bytes[top]] + lightOf[bytes[top + 3]] + lightOf[bytes[bottom]] + lightOf[bytes[bottom + 3]] + 2) >> 2
      ];
    out[at + 1] =
      codeOf[
        (lightOf[bytes[top + 1]] +
          lightOf[bytes[top + 4]] +
          lightOf[bytes[bottom + 1]] +
          lightOf[bytes[bottom + 4]] +
          2) >>
          2
      ];
    out[at + 2] =
      codeOf[
        (lightOf[bytes[top + 2]] +
          lightOf[bytes[top + 5]] +
          lightOf[bytes[bottom + 2]] +
          lightOf[bytes[bottom + 5]] +
          2) >>
          2
      ];
  }
  // An odd last column stands for itself twice.
  if (width % 2)
    for (let c = 0; c < 3; c++) out[at + c] = codeOf[(lightOf[bytes[top + c]] + lightOf[bytes[bottom + c]] + 1) >> 1];
}

function halveClear({ width, bytes }: Level, top: number, bottom: number, out: Uint8Array, at: number): void {
  for (let x = 0; x < width; x += 2, at += 4) {
    const left = x * 4;
    const right = x + 1 < width ? left + 4 : left;
    const [a, b, c, d] = [top + left, top + right, bottom + left, bottom + right];
    const alpha = bytes[a + 3] + bytes[b + 3] + bytes[c + 3] + bytes[d + 3];
    out[at + 3] = (alpha + 2) >> 2;
    if (alpha === 0) continue;
    for (let k = 0; k < 3; k++) {
      const light =
        lightOf[bytes[a + k]] * bytes[a + 3] +
        lightOf[bytes[b + k]] * bytes[b + 3] +
        lightOf[bytes[c + k]] * bytes[c + 3] +
        lightOf[bytes[d + k]] * bytes[d + 3];
      out[at + k] = codeOf[Math.round(light / alpha)];
    }
  }
}

function halveMatte({ width, bytes }: Level, top: number, bottom: number, out: Uint8Array, at: number): void {
  for (let x = 0; x < width; x += 2) {
    const right = x + 1 < width ? x + 1 : x;
    out[at++] = (bytes[top + x] + bytes[top + right] + bytes[bottom + x] + bytes[bottom + right] + 2) >> 2;
  }
}

/** Cuts one tile out of a level; beyond the border the last pixel repeats. */
export const cutTile = ({ channels, ...level }: Level, column: number, row: number): Uint8Array =>
  cutStored({ ...level, pixelBytes: channels }, column, row);

/** As `cutTile`, whatever the px are. */
export function cutStored(
  { width, height, pixelBytes: channels, bytes }: Stored,
  column: number,
  row: number,
): Uint8Array {
  const out = new Uint8Array(tileSide * tileSide * channels);
  const left = column * tileSide;
  const inside = Math.min(tileSide, width - left);
  for (let y = 0; y < tileSide; y++) {
    const from = (Math.min(row * tileSide + y, height - 1) * width + left) * channels;
    const at = y * tileSide * channels;
    out.set(bytes.subarray(from, from + inside * channels), at);
    for (let x = inside; x < tileSide; x++)
      out.copyWithin(at + x * channels, at + (inside - 1) * channels, at + inside * channels);
  }
  return out;
}

/** Reads a region of a level; beyond the border the last pixel repeats. */
export async function readLevel(picture: Picture, level: number, region: Region): Promise<Level> {
  const { channels } = picture;
  const { bytes } = await readStored(
    { width: picture.width, height: picture.height, tile: (...at) => picture.tile(...at), pixelBytes: channels },
    level,
    region,
  );
  return { width: region.width, height: region.height, channels, bytes };
}

/** As `readLevel`, whatever the px are. */
export async function readStored(
  picture: Pick<Picture, 'width' | 'height' | 'tile'> & { pixelBytes: number },
  level: number,
  region: Region,
): Promise<Stored> {
  const channels = picture.pixelBytes;
  const size = levelSize(picture.width, picture.height, level);
  const out = new Uint8Array(region.width * region.height * channels);
  const inX = (x: number): number => Math.min(size.width - 1, Math.max(0, x));
  const inY = (y: number): number => Math.min(size.height - 1, Math.max(0, y));
  const firstColumn = Math.floor(inX(region.x) / tileSide);
  const lastColumn = Math.floor(inX(region.x + region.width - 1) / tileSide);
  const firstRow = Math.floor(inY(region.y) / tileSide);
  const lastRow = Math.floor(inY(region.y + region.height - 1) / tileSide);
  const wanted: Promise<Uint8Array>[] = [];
  for (let row = firstRow; row <= lastRow; row++) {
    for (let column = firstColumn; column <= lastColumn; column++) wanted.push(picture.tile(level, column, row));
  }
  const tiles = await Promise.all(wanted);
  const across = lastColumn - firstColumn + 1;
  for (let y = 0; y < region.height; y++) {
    const sourceY = inY(region.y + y);
    const row = Math.floor(sourceY / tileSide);
    const inTileY = sourceY - row * tileSide;
    let x = 0;
    while (x < region.width) {
      const sourceX = inX(region.x + x);
      const column = Math.floor(sourceX / tileSide);
      const inTileX = sourceX - column * tileSide;
      const clamped = region.x + x < 0 || region.x + x >= size.width - 1;
      const run = clamped ? 1 : Math.min(region.width - x, tileSide - inTileX, size.width - sourceX);
      const tile = tiles[(row - firstRow) * across + column - firstColumn];
      const from = (inTileY * tileSide + inTileX) * channels;
      out.set(tile.subarray(from, from + run * channels), (y * region.width + x) * channels);
      x += run;
    }
  }
  return { width: region.width, height: region.height, pixelBytes: channels, bytes: out };
}

export type { Level };

import { decodeByte, encode } from './transfer';
import type { Region } from './region';

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

/** Interleaved bytes of one level. */
export interface Level {
  width: number;
  height: number;
  channels: 1 | 3 | 4;
  bytes: Uint8Array;
}

/** The next level: means of 2 x 2 px, taken in linear light (a matte is linear already), alpha-weighted. Odd borders repeat. */
export function halve(level: Level): Level {
  const { channels, bytes } = level;
  const size = levelSize(level.width, level.height, 1);
  const out = new Uint8Array(size.width * size.height * channels);
  for (let y = 0; y < size.height; y++) {
    const top = 2 * y * level.width;
    const bottom = Math.min(2 * y + 1, level.height - 1) * level.width;
    for (let x = 0; x < size.width; x++) {
      const left = 2 * x;
      const right = Math.min(left + 1, level.width - 1);
      const at = (y * size.width + x) * channels;
      const four = [(top + left) * channels, (top + right) * channels, (bottom + left) * channels, (bottom + right) * channels] as const;
      if (channels === 3) meanOpaque(bytes, four, out, at);
      else if (channels === 4) meanWithAlpha(bytes, four, out, at);
      else out[at] = (bytes[four[0]] + bytes[four[1]] + bytes[four[2]] + bytes[four[3]] + 2) >> 2;
    }
  }
  return { ...size, channels, bytes: out };
}

type Four = readonly [number, number, number, number];

function meanOpaque(bytes: Uint8Array, [a, b, c, d]: Four, out: Uint8Array, at: number): void {
  for (let k = 0; k < 3; k++) {
    const light = decodeByte[bytes[a + k]] + decodeByte[bytes[b + k]] + decodeByte[bytes[c + k]] + decodeByte[bytes[d + k]];
    out[at + k] = encode(light * 0.25) * 255 + 0.5;
  }
}

function meanWithAlpha(bytes: Uint8Array, four: Four, out: Uint8Array, at: number): void {
  let alpha = 0;
  for (const from of four) alpha += bytes[from + 3];
  out[at + 3] = (alpha + 2) >> 2;
  if (alpha === 0) return;
  for (let k = 0; k < 3; k++) {
    let light = 0;
    for (const from of four) light += decodeByte[bytes[from + k]] * bytes[from + 3];
    out[at + k] = encode(light / alpha) * 255 + 0.5;
  }
}

/** Cuts one tile out of a level; beyond the border the last pixel repeats. */
export function cutTile(level: Level, column: number, row: number): Uint8Array {
  const { width, height, channels, bytes } = level;
  const out = new Uint8Array(tileSide * tileSide * channels);
  const left = column * tileSide;
  const inside = Math.min(tileSide, width - left);
  for (let y = 0; y < tileSide; y++) {
    const from = (Math.min(row * tileSide + y, height - 1) * width + left) * channels;
    const at = y * tileSide * channels;
    out.set(bytes.subarray(from, from + inside * channels), at);
    for (let x = inside; x < tileSide; x++) out.copyWithin(at + x * channels, at + (inside - 1) * channels, at + inside * channels);
  }
  return out;
}

/** Reads a region of a level; beyond the border the last pixel repeats. */
export async function readLevel(picture: Picture, level: number, region: Region): Promise<Level> {
  const { channels } = picture;
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
  return { width: region.width, height: region.height, channels, bytes: out };
}

import { tapsFor, type Taps } from '../kernels/resize';
import { coverLevel, resizeLevel, type Covered } from '../kernels/resize/level';
import { evenRaster } from '../pixels/even';
import type { Raster } from '../pixels/raster';
import { fineAsIs, fineResized } from './fine';
import { levelSize, readLevel, type Level, type Picture } from './pyramid';
import type { Region } from '../pixels/region';

/** Where a picture lies: output px = picture px * scale + (x, y). Upright; scale above 0. */
export interface Placement {
  scale: number;
  x: number;
  y: number;
}

/** The share of each output pixel, along one axis, that lies on a picture of `size` px. */
function overlap(start: number, length: number, scale: number, offset: number, size: number): Float32Array {
  return Float32Array.from({ length }, (_, i) => {
    const from = Math.max(start + i, offset);
    const to = Math.min(start + i + 1, offset + size * scale);
    const share = to - from;
    return share > 1 - 1e-6 ? 1 : Math.max(0, share);
  });
}

const nearInteger = (value: number): boolean => Math.abs(value - Math.round(value)) < 1e-9;

/** The pyramid level that a placement reads, and its scale there. */
function levelFor(picture: Picture, placement: Placement): { level: number; scale: number; exact: boolean } {
  const level = Math.min(picture.levels - 1, Math.max(0, Math.floor(-Math.log2(placement.scale) + 1e-9)));
  const scale = placement.scale * 2 ** level;
  return { level, scale, exact: Math.abs(scale - 1) < 1e-9 && nearInteger(placement.x) && nearInteger(placement.y) };
}

/** A region in the px of a level that is shown px for px. */
const asItLies = (placement: Placement, region: Region): Region => ({
  ...region,
  x: region.x - Math.round(placement.x),
  y: region.y - Math.round(placement.y),
});

const readAsIs = (picture: Picture, level: number, placement: Placement, region: Region): Promise<Level> =>
  readLevel(picture, level, asItLies(placement, region));

/** A region's stored pixels, where they are shown px for px at scale 1; otherwise null. */
export async function storedPixels(picture: Picture, placement: Placement, region: Region): Promise<Level | null> {
  const { level, exact } = levelFor(picture, placement);
  return exact && picture.channels === 3 && !picture.fine ? readAsIs(picture, level, placement, region) : null;
}

/**
 * The pixels of a placed picture in an output region: from the pyramid level just above the wanted scale, by a cubic
 * kernel in linear light. A picture at scale 1 on whole px comes out unchanged.
 * @param region whole output px
 * @returns premultiplied encoded RGBA; for a matte (one channel) its linear values, zero outside the picture.
 */
export async function samplePicture(picture: Picture, placement: Placement, region: Region): Promise<Raster> {
  const { level, scale, exact } = levelFor(picture, placement);
  const size = levelSize(picture.width, picture.height, level);
  const columns = overlap(region.x, region.width, placement.scale, placement.x, picture.width);
  const rows = overlap(region.y, region.height, placement.scale, placement.y, picture.height);
  if (!columns.some((share) => share > 0) || !rows.some((share) => share > 0)) {
    return evenRaster(region.width, region.height, picture.channels === 1 ? 1 : 4, 0);
  }
  const covered = { columns, rows };
  if (exact && picture.fine) return fineAsIs(picture, level, asItLies(placement, region), covered);
  if (exact) {
    const lying = await readAsIs(picture, level, placement, region);
    return evenOf(lying, covered) ?? coverLevel(lying, covered);
  }
  const across = tapsFor(
    { start: region.x, length: region.width, scale, offset: placement.x, size: size.width },
    'cubic',
  );
  const down = tapsFor(
    { start: region.y, length: region.height, scale, offset: placement.y, size: size.height },
    'cubic',
  );
  const source = {
    x: across.first[0],
    y: down.first[0],
    width: lastOf(across) - across.first[0],
    height: lastOf(down) - down.first[0],
  };
  const taps = [movedBy(across, source.x), movedBy(down, source.y)] as const;
  if (picture.fine) return fineResized(picture, level, source, taps, covered);
  const read = await readLevel(picture, level, source);
  return evenOf(read, covered) ?? resizeLevel(read, ...taps, covered);
}

/** What is nothing in all px that are read, or a matte that is whole in all of them, needs no weighing; else null. */
function evenOf({ channels, bytes }: Level, { columns, rows }: Covered): Raster | null {
  const [first] = bytes;
  if (channels === 3 || (first !== 0 && (first !== 255 || channels !== 1))) return null;
  const isInside = (shares: Float32Array): boolean => shares.every((share) => share === 1);
  if (!isOneByte(bytes) || (first === 255 && !(isInside(columns) && isInside(rows)))) return null;
  return evenRaster(columns.length, rows.length, channels, first === 0 ? 0 : 1);
}

/** @param bytes at the beginning of their memory */
function isOneByte(bytes: Uint8Array): boolean {
  const [byte] = bytes;
  const fours = new Uint32Array(bytes.buffer, bytes.byteOffset, bytes.length >> 2);
  const four = byte * 0x01010101;
  for (let i = 0; i < fours.length; i++) if (fours[i] !== four) return false;
  for (let i = fours.length * 4; i < bytes.length; i++) if (bytes[i] !== byte) return false;
  return true;
}

/** The source px after the last one that is needed. */
const lastOf = ({ first, count }: Taps): number => first[first.length - 1] + count;

const movedBy = (taps: Taps, start: number): Taps => ({ ...taps, first: taps.first.map((first) => first - start) });

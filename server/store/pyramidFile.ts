import { closeSync, fsyncSync, ftruncateSync, openSync, readSync, type PathLike } from 'node:fs';
import { halveFine, type FineLevel } from '../../core/pictures/fine';
import {
  cutStored,
  halve,
  levelCount,
  levelSize,
  tileSide,
  type FineRange,
  type Level,
  type Picture,
  type Stored,
} from '../../core/pictures/pyramid';
import { writeWhole } from './writeWhole';

/** What must be known to read a pyramid file. */
export interface PyramidShape {
  width: number;
  height: number;
  channels: 1 | 3 | 4;
}

/** What stands at the end of a file whose px are there more exactly too. */
const ranges: Readonly<Record<FineRange, number>> = { plain: 1, wide: 2 };

/**
 * Writes all levels of a picture as tiles, one after the other: level 0 first, tiles row by row; then, where they are
 * given, the levels of its px of 16 bits in the same order, and a byte that tells their range.
 * @param progress told after each level, 0..1
 */
export function writePyramid(
  path: PathLike,
  picture: Level,
  progress: (done: number) => void,
  fine: FineLevel | null = null,
): void {
  const file = openSync(path, 'wx');
  try {
    const share = fine ? 1 / 3 : 1;
    let at = writeLevels(
      file,
      0,
      storedOf(picture),
      (level) => storedOf(halve(level as Level & Stored)),
      (done) => progress(done * share),
    );
    if (fine) {
      let level = fine;
      const next = (): Stored => fineStored((level = halveFine(level)));
      at = writeLevels(file, at, fineStored(fine), next, (done) => progress(share + done * (1 - share)));
      writeWhole(file, Uint8Array.of(ranges[fine.range]), at++);
    }
    ftruncateSync(file, at);
    // Here, off the main thread: what puts it in its place then waits for nothing.
    fsyncSync(file);
  } finally {
    closeSync(file);
  }
}

const storedOf = (level: Level): Level & Stored => ({ ...level, pixelBytes: level.channels });

const fineStored = ({ width, height, channels, codes }: FineLevel): Stored => ({
  width,
  height,
  pixelBytes: channels * 2,
  bytes: new Uint8Array(codes.buffer, codes.byteOffset, codes.byteLength),
});

/** Writes a picture's levels. @param begin where in the file @param next makes the next level @returns where they end */
function writeLevels(
  file: number,
  begin: number,
  picture: Stored,
  next: (level: Stored) => Stored,
  progress: (done: number) => void,
): number {
  let [level, written, at] = [picture, 0, begin];
  const all = picture.width * picture.height * (4 / 3);
  const blank = Buffer.alloc(tileSide * tileSide * picture.pixelBytes);
  for (let number = 0; number < levelCount(picture.width, picture.height); number++) {
    if (number > 0) level = next(level);
    for (let row = 0; row * tileSide < level.height; row++) {
      for (let column = 0; column * tileSide < level.width; column++) {
        const tile = cutStored(level, column, row);
        // Solved mattes and fronts are mostly empty: what is never written takes no room on the disk and reads as zeros.
        if (!blank.equals(tile)) writeWhole(file, tile, at);
        at += tile.length;
      }
      written += level.width * tileSide;
      progress(Math.min(1, written / all));
    }
  }
  return at;
}

/** A stored picture, read tile by tile from its pyramid file. */
export function openPyramid(key: string, path: string, { width, height, channels }: PyramidShape): Picture {
  const levels = levelCount(width, height);
  const tileBytes = tileSide * tileSide * channels;
  const firstTile: number[] = [];
  let tiles = 0;
  for (let level = 0; level < levels; level++) {
    firstTile.push(tiles);
    tiles += tilesAcross(width, height, level) * Math.ceil(levelSize(width, height, level).height / tileSide);
  }
  const file = openSync(path, 'r');
  /** Tiles that begin somewhere in the file. */
  const tilesFrom =
    (begin: number, size: number): Picture['tile'] =>
    (level, column, row) => {
      const bytes = new Uint8Array(size);
      const at = begin + (firstTile[level] + row * tilesAcross(width, height, level) + column) * size;
      if (readSync(file, bytes, 0, size, at) !== size)
        return Promise.reject(new Error('A stored picture is cut short.'));
      return Promise.resolve(bytes);
    };
  const plainEnd = tiles * tileBytes;
  const range = rangeAt(file, 3 * plainEnd);
  return {
    key,
    width,
    height,
    channels,
    levels,
    tile: tilesFrom(0, tileBytes),
    ...(range && { fine: { range, tile: tilesFrom(plainEnd, 2 * tileBytes) } }),
  };
}

/** The range that a byte in a file tells; null where the file ends before it. */
function rangeAt(file: number, at: number): FineRange | null {
  const told = Buffer.alloc(1);
  if (readSync(file, told, 0, 1, at) !== 1) return null;
  return (Object.keys(ranges) as FineRange[]).find((range) => ranges[range] === told[0]) ?? null;
}

const tilesAcross = (width: number, height: number, level: number): number =>
  Math.ceil(levelSize(width, height, level).width / tileSide);

import { closeSync, fsyncSync, ftruncateSync, openSync, readSync, type PathLike } from 'node:fs';
import { cutTile, halve, levelCount, levelSize, tileSide, type Level, type Picture } from '../../core/pictures/pyramid';
import { writeWhole } from './writeWhole';

/** What must be known to read a pyramid file. */
export interface PyramidShape {
  width: number;
  height: number;
  channels: 1 | 3 | 4;
}

/**
 * Writes all levels of a picture as tiles, one after the other: level 0 first, tiles row by row.
 * @param progress told after each level, 0..1
 */
export function writePyramid(path: PathLike, picture: Level, progress: (done: number) => void): void {
  const file = openSync(path, 'wx');
  try {
    let level = picture;
    let written = 0;
    let at = 0;
    const all = picture.width * picture.height * (4 / 3);
    const blank = Buffer.alloc(tileSide * tileSide * picture.channels);
    for (let number = 0; number < levelCount(picture.width, picture.height); number++) {
      if (number > 0) level = halve(level);
      for (let row = 0; row * tileSide < level.height; row++) {
        for (let column = 0; column * tileSide < level.width; column++) {
          const tile = cutTile(level, column, row);
          // Solved mattes and fronts are mostly empty: what is never written takes no room on the disk and reads as
          // zeros.
          if (!blank.subarray(0, tile.length).equals(tile)) writeWhole(file, tile, at);
          at += tile.length;
        }
        written += level.width * tileSide;
        progress(Math.min(1, written / all));
      }
    }
    ftruncateSync(file, at);
    // Here, off the main thread: what puts it in its place then waits for nothing.
    fsyncSync(file);
  } finally {
    closeSync(file);
  }
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
  return {
    key,
    width,
    height,
    channels,
    levels,
    tile(level, column, row) {
      const bytes = new Uint8Array(tileBytes);
      const at = (firstTile[level] + row * tilesAcross(width, height, level) + column) * tileBytes;
      if (readSync(file, bytes, 0, tileBytes, at) !== tileBytes)
        return Promise.reject(new Error('A stored picture is cut short.'));
      return Promise.resolve(bytes);
    },
  };
}

const tilesAcross = (width: number, height: number, level: number): number =>
  Math.ceil(levelSize(width, height, level).width / tileSide);

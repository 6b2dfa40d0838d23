import { cutTile, halve, levelCount, type Level, type Picture } from '../pictures/pyramid';

/** A picture held in memory, as the store would give it. For tests. */
export function pictureOf(key: string, level: Level): Picture {
  const levels: Level[] = [level];
  while (levels.length < levelCount(level.width, level.height)) levels.push(halve(levels[levels.length - 1]));
  return {
    key,
    width: level.width,
    height: level.height,
    channels: level.channels,
    levels: levels.length,
    tile: (at, column, row) => Promise.resolve(cutTile(levels[at], column, row)),
  };
}

/** A picture whose pixels are computed. */
export function paintedPicture(
  width: number,
  height: number,
  colour: (x: number, y: number) => readonly number[],
  channels: 1 | 3 | 4 = 3,
): Picture {
  const bytes = new Uint8Array(width * height * channels);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) bytes.set(colour(x, y).slice(0, channels), (y * width + x) * channels);
  return pictureOf(`painted-${width}-${height}`, { width, height, channels, bytes });
}

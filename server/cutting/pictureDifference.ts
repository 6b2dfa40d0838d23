import { levelSize, readLevel, type Picture } from '../../core/pictures/pyramid';

/** Both pictures are compared on a grid of so many cells to each side. */
const cells = 48;

/**
 * How far two pictures differ: the mean difference of their grey values on a coarse grid, 0..1, each picture stretched
 * over the whole
 * grid. The same photograph at another size comes out below 0.02.
 */
export async function pictureDifference(one: Picture, other: Picture): Promise<number> {
  const [a, b] = await Promise.all([coarse(one), coarse(other)]);
  return a.reduce((sum, value, i) => sum + Math.abs(value - b[i]), 0) / a.length;
}

async function coarse(picture: Picture): Promise<Float64Array> {
  const level = picture.levels - 1;
  const size = levelSize(picture.width, picture.height, level);
  const { bytes, channels } = await readLevel(picture, level, { x: 0, y: 0, ...size });
  const sums = new Float64Array(cells * cells);
  const counts = new Float64Array(cells * cells);
  for (let y = 0, at = 0; y < size.height; y++) {
    for (let x = 0; x < size.width; x++, at += channels) {
      const cell = Math.floor((y * cells) / size.height) * cells + Math.floor((x * cells) / size.width);
      const grey = channels === 1 ? bytes[at] : 0.3 * bytes[at] + 0.59 * bytes[at + 1] + 0.11 * bytes[at + 2];
      sums[cell] += grey / 255;
      counts[cell]++;
    }
  }
  return sums.map((sum, i) => (counts[i] > 0 ? sum / counts[i] : 0));
}

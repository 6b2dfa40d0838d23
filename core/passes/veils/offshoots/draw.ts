import type { Level } from '../../../pictures/pyramid';
import { partOfBytes } from '../../../pixels/level';
import { oklabPlanes } from '../../../pixels/oklabPlanes';
import { grow, intersect } from '../../../pixels/region';
import { quantile } from '../../../survey/statistics';
import { markedBehind } from '../scribble/marks';
import { thinness } from './thin';

/** Looked up once: these loops are hot. */
const { ceil, floor, max, min } = Math;

/** The picture is looked at in tiles of this side, with so much around, px. */
const [side, around] = [384, 64];
/** The contrast of thin things is that which this part of them has; less than this, Oklab, is none. */
const [typical, leastContrast] = [0.75, 0.03];

/**
 * Draws thin things that were found on a smaller picture as the picture itself shows them: a px belongs to them as far as
 * it stands out of its surroundings, measured by what they mostly do.
 * @param matte of the picture's size, 0..255; changed in place, never to less
 * @param found 1 for each px of them; @param width of that, px; @param factor px of the picture for each of its px
 * @param reach as in `thinness`, px of the picture @param drawn the mark of each px: none is drawn where it is behind
 */
export function drawThin(
  matte: Uint8Array,
  picture: Level,
  found: Uint8Array,
  { width, factor, reach, drawn }: { width: number; factor: number; reach: number; drawn: Uint8Array },
): void {
  const [columns, rows] = [ceil(picture.width / side), ceil(picture.height / side)];
  const held = new Uint8Array(columns * rows);
  for (let i = 0; i < found.length; i++) {
    if (found[i] === 0) continue;
    const [x, y] = [(i % width) * factor, floor(i / width) * factor];
    held[min(rows - 1, floor(y / side)) * columns + min(columns - 1, floor(x / side))] = 1;
  }
  const isNear = (x: number, y: number): boolean => {
    // A px to each side: half a px of the smaller picture may lie beyond.
    const [u, v] = [floor(x / factor), floor(y / factor)];
    const height = found.length / width;
    for (let dv = max(0, v - 1); dv <= min(height - 1, v + 1); dv++)
      for (let du = max(0, u - 1); du <= min(width - 1, u + 1); du++) if (found[dv * width + du] === 1) return true;
    return false;
  };
  held.forEach((one, k) => {
    if (one === 0) return;
    const tile = { x: (k % columns) * side, y: floor(k / columns) * side, width: side, height: side };
    const part = intersect(grow(tile, around), { x: 0, y: 0, width: picture.width, height: picture.height })!;
    const bytes = partOfBytes(picture.bytes, picture.width, part, picture.channels);
    const planes = oklabPlanes({ ...part, channels: picture.channels, bytes });
    const response = thinness(planes, part.width, part.height, reach);
    const own: number[] = [];
    const places: [number, number][] = [];
    for (let y = tile.y; y < min(picture.height, tile.y + side); y++)
      for (let x = tile.x; x < min(picture.width, tile.x + side); x++) {
        const value = response[(y - part.y) * part.width + x - part.x];
        const i = y * picture.width + x;
        if (value < leastContrast / 3 || drawn[i] === markedBehind || !isNear(x, y)) continue;
        places.push([i, value]);
        if (value >= leastContrast) own.push(value);
      }
    const contrast = max(
      leastContrast,
      quantile(
        own.sort((a, b) => a - b),
        typical,
      ),
    );
    for (const [i, value] of places) matte[i] = max(matte[i], Math.round(255 * min(1, value / contrast)));
  });
}

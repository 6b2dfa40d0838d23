import { partFrom } from '../../pixels/parts';
import type { Raster } from '../../pixels/raster';
import type { Region } from '../../pixels/region';
import type { Point } from '../../shape/affine';

/** A letter as it was measured: its coverage, and where that lies. */
export interface MeasuredLetter {
  lettering: string;
  start: number;
  text: string;
  region: Region;
  cover: Raster;
}

/** A part of a veil that begins inside a letter: nothing beside the letter that it could grow from. */
export interface Rootless {
  veil: string;
  /** The letter that it lies in. */
  text: string;
  /** Its middle, sheet px. */
  place: Point;
  /** Its area, sheet px. */
  area: number;
}

/** Parts of a veil smaller than this are grain, px of the scale that is measured at. */
const leastPixels = 6;

/**
 * The parts of a veil that are seen on letters alone. A veil that comes from beside a letter, out of a counter or from
 * the sheet's
 * border grows from something; one that begins in the ink does not.
 * @param matte of the whole sheet at `scale`, lying at `region`
 * @param letters those that the veil lies over, and those that lie over it
 */
export function rootlessParts(
  veil: string,
  matte: Raster,
  region: Region,
  scale: number,
  letters: { over: readonly MeasuredLetter[]; under: readonly MeasuredLetter[] },
): Rootless[] {
  const { width, height } = region;
  const ink = new Int32Array(width * height).fill(-1);
  letters.over.forEach((letter, index) => eachInk(letter, region, (i) => (ink[i] = index)));
  const seen = Uint8Array.from(matte.data, (value) => Number(value >= 0.5));
  for (const letter of letters.under) eachInk(letter, region, (i) => (seen[i] = 0));
  const found: Rootless[] = [];
  for (let first = 0; first < seen.length; first++) {
    if (seen[first] !== 1 || ink[first] < 0) continue;
    let [count, x, y, isRooted] = [0, 0, 0, false];
    const letter = letters.over[ink[first]];
    for (const i of partFrom(first, width, height, (one) => seen[one] === 1 && (seen[one] = 2) === 2)) {
      const [column, row] = [i % width, Math.floor(i / width)];
      count++;
      x += column;
      y += row;
      if (ink[i] < 0 || column === 0 || row === 0 || column === width - 1 || row === height - 1) isRooted = true;
    }
    if (!isRooted && count >= leastPixels)
      found.push({
        veil,
        text: letter.text,
        place: [(region.x + x / count + 0.5) / scale, (region.y + y / count + 0.5) / scale],
        area: count / scale ** 2,
      });
  }
  return found;
}

/** Calls for each px of the sheet that a letter's ink covers. */
function eachInk({ region: own, cover }: MeasuredLetter, sheet: Region, take: (index: number) => void): void {
  for (let row = 0, k = 0; row < own.height; row++) {
    const y = own.y + row - sheet.y;
    for (let column = 0; column < own.width; column++, k++) {
      const x = own.x + column - sheet.x;
      if (cover.data[k] >= 0.5 && x >= 0 && y >= 0 && x < sheet.width && y < sheet.height) take(y * sheet.width + x);
    }
  }
}

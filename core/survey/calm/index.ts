import type { Region } from '../../pixels/region';
import { mapSize, type Finding, type FoundMap, type Measure } from '../measure';
import type { View } from '../view';

/** Looked up once: these loops are hot. */
const { floor, hypot, max, min, round, sqrt } = Math;

/** Where a plate is calm. */
export interface Calm extends Finding {
  /** How much goes on at each place, 0 (nothing) to 1: contrast of brightness and colour. */
  unrest: FoundMap;
  /** The part of the plate that is calm. */
  share: number;
  /** Calm places for words of some usual shapes, the largest first: plate px. */
  places: CalmPlace[];
}

export interface CalmPlace extends Region {
  /** Mean unrest, 0..1. */
  unrest: number;
}

const mapCells = 72;
/** Contrast in a cell (Oklab) at which half of the calm is gone. */
const halfCalm = 0.035;
/** What is calmer than this will take words. */
const calmEnough = 0.4;
/** Width over height of the words that are looked for. */
const shapes = [1, 2.5, 6];

/** Contrast by cells, and the largest rectangles in which it stays low (by sums of areas: Crow 1984). */
export const calm: Measure<Calm> = {
  name: 'calm',
  version: 1,
  take(view: View) {
    const unrest = unrestOf(view);
    const { width, height } = view.picture;
    const places = shapes.flatMap((shape) => calmPlaces(unrest, { width, height }, shape, 1));
    return {
      unrest,
      share: unrest.values.filter((value) => value < calmEnough).length / unrest.values.length,
      places: places.sort((a, b) => b.width * b.height - a.width * a.height),
      confidence: min(1, unrest.values.length / 400),
    };
  },
};

function unrestOf({ coarse: { width: across, height: down, lab } }: View): FoundMap {
  const { width, height } = mapSize({ width: across, height: down }, mapCells);
  const values: number[] = [];
  for (let row = 0; row < height; row++) {
    const [top, bottom] = [floor((row * down) / height), max(1, floor(((row + 1) * down) / height))];
    for (let column = 0; column < width; column++) {
      const [left, right] = [floor((column * across) / width), floor(((column + 1) * across) / width)];
      const spreads = lab.map((plane) => {
        let [sum, squares, count] = [0, 0, 0];
        for (let y = top; y < bottom; y++) {
          for (let x = left; x < right; x++, count++) {
            const value = plane[y * across + x];
            sum += value;
            squares += value * value;
          }
        }
        return count === 0 ? 0 : sqrt(max(0, squares / count - (sum / count) ** 2));
      });
      const spread = hypot(...spreads);
      values.push(spread / (spread + halfCalm));
    }
  }
  return { width, height, values };
}

/**
 * The largest calm rectangles of a shape that do not lie over one another.
 * @param plate px @param shape width over height
 */
export function calmPlaces(
  unrest: FoundMap,
  plate: { width: number; height: number },
  shape: number,
  count: number,
): CalmPlace[] {
  const sums = areaSums(unrest);
  const [unitX, unitY] = [plate.width / unrest.width, plate.height / unrest.height];
  const found: CalmPlace[] = [];
  const widest = min(unrest.width, floor((unrest.height * unitY * shape) / unitX));
  for (let wide = widest; wide >= 3 && found.length < count; wide -= 1) {
    const high = max(1, round((wide * unitX) / shape / unitY));
    if (high > unrest.height) continue;
    const places: CalmPlace[] = [];
    for (let y = 0; y + high <= unrest.height; y++) {
      for (let x = 0; x + wide <= unrest.width; x++) {
        const mean = sums(x, y, wide, high) / (wide * high);
        if (mean >= calmEnough * 0.6) continue;
        if (isUneven(sums, { x, y, width: wide, height: high })) continue;
        places.push({ x: x * unitX, y: y * unitY, width: wide * unitX, height: high * unitY, unrest: mean });
      }
    }
    places.sort((a, b) => a.unrest - b.unrest);
    for (const place of places) {
      if (found.length >= count) break;
      if (found.every((other) => apart(other, place))) found.push(place);
    }
  }
  return found;
}

/** A rectangle is looked through in so many parts across and down. */
const [partsAcross, partsDown] = [10, 6];

/** Whether some part of a rectangle is busy. */
function isUneven(sums: ReturnType<typeof areaSums>, { x, y, width, height }: Region): boolean {
  const [across, down] = [min(width, partsAcross), min(height, partsDown)];
  for (let row = 0; row < down; row++) {
    const [top, bottom] = [floor((row * height) / down), floor(((row + 1) * height) / down)];
    for (let column = 0; column < across; column++) {
      const [left, right] = [floor((column * width) / across), floor(((column + 1) * width) / across)];
      const area = (right - left) * (bottom - top);
      if (sums(x + left, y + top, right - left, bottom - top) >= calmEnough * area) return true;
    }
  }
  return false;
}

const apart = (a: Region, b: Region): boolean =>
  a.x >= b.x + b.width || b.x >= a.x + a.width || a.y >= b.y + b.height || b.y >= a.y + a.height;

function areaSums({ width, height, values }: FoundMap): (x: number, y: number, wide: number, high: number) => number {
  const run = width + 1;
  const sums = new Float64Array(run * (height + 1));
  for (let y = 0; y < height; y++) {
    for (let x = 0, row = 0; x < width; x++) {
      row += values[y * width + x];
      sums[(y + 1) * run + x + 1] = sums[y * run + x + 1] + row;
    }
  }
  return (x, y, wide, high) =>
    sums[(y + high) * run + x + wide] - sums[y * run + x + wide] - sums[(y + high) * run + x] + sums[y * run + x];
}

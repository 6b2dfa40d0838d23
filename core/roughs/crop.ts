import { middleOf, type Region, type Size } from '../pixels/region';
import { rounded } from '../shape/rounding';
import type { Ground } from './ground';
import { keptOn, showsKept } from './keep';
import { isGoodInFront } from './kinds/common';
import type { Crop, RoughsOrder } from './order';
import type { Sketch } from './sketch';

/** Looked up once: the loop is hot. */
const { max, min, round } = Math;

/** A photograph longer than this for its width, or wider for its height, is cropped to it. */
const longest = 2.4;

/** A place in a photograph, fractions of it. */
export type Around = readonly [number, number];

/** What is said of the part that is to be shown. */
export interface Wanted {
  shape: RoughsOrder['shape'];
  crop: Crop;
  /** What it is to show in any case. */
  keep?: RoughsOrder['keep'];
}

export const wantedBy = ({ shape, locks, keep }: RoughsOrder): Wanted => ({ shape, crop: locks.crop, keep });

/**
 * The part of a photograph that roughs show: the largest one of the shape that is wanted. Without one all of it, but for
 * strips.
 * @param around what the part is to show where it can lie in several places
 */
export function shownPart({ width, height }: Size, around: Around, { shape, crop, keep = [] }: Wanted): Region {
  if (crop) {
    const [x, y] = [round(crop[0] * width), round(crop[1] * height)];
    const [wide, high] = [max(1, round(crop[2] * width)), max(1, round(crop[3] * height))];
    return within({ x, y, width: min(width, wide), height: min(height, high) }, { width, height });
  }
  const aspect = shape ? shape[0] / shape[1] : min(longest, max(1 / longest, width / height));
  const wide = min(width, max(1, round(height * aspect)));
  const high = min(height, max(1, round(width / aspect)));
  const part = partAround({ width, height }, around, { width: wide, height: high });
  if (showsKept(keep, { width, height }, part)) return part;
  // No farther from there than it must be.
  const places = keptOn(keep, { width, height }, { x: 0, y: 0 });
  const x = movedTo(
    part.x,
    wide,
    places.map((one) => [one.x, one.radius]),
  );
  const y = movedTo(
    part.y,
    high,
    places.map((one) => [one.y, one.radius]),
  );
  return within({ ...part, x, y }, { width, height });
}

/** Where a stretch begins that was to begin at a place and must show others, each with so much around; the middle where it cannot. */
function movedTo(start: number, long: number, places: readonly (readonly [at: number, around: number])[]): number {
  const from = min(...places.map(([at, around]) => at - around));
  const to = max(...places.map(([at, around]) => at + around));
  return round(to - from > long ? (from + to - long) / 2 : max(to - long, min(from, start)));
}

/** Whether a part can lie in more than one place. */
export const isFree = (photo: Size, { crop }: Wanted, part: Region): boolean =>
  crop === null && (part.width < photo.width || part.height < photo.height);

function partAround(photo: Size, [across, down]: Around, { width, height }: Size): Region {
  return within(
    { x: round(across * photo.width - width / 2), y: round(down * photo.height - height / 2), width, height },
    photo,
  );
}

const within = ({ x, y, width, height }: Region, photo: Size): Region => ({
  x: max(0, min(photo.width - width, x)),
  y: max(0, min(photo.height - height, y)),
  width,
  height,
});

/** Where most goes on in a photograph: the mean of all places, by the square of their unrest. */
export function busiestPlace({ width, height, unrest }: Pick<Sketch, 'width' | 'height' | 'unrest'>): Around {
  let [across, down, all] = [0, 0, 0];
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const weight = unrest[i] * unrest[i];
      across += weight * (x + 0.5);
      down += weight * (y + 0.5);
      all += weight;
    }
  return all > 0 ? [across / all / width, down / all / height] : [0.5, 0.5];
}

/** The likeliest thing that words can stand behind: its box in the photograph, px; null where there is none. */
export function standingThing(ground: Ground): Region | null {
  const { locks } = ground.order;
  const thing = ground.obstacles.find(
    (one) => isGoodInFront(one, ground) && (locks.front === null || locks.front === one.index),
  );
  if (!thing) return null;
  const { factor } = ground.sketch;
  const { x, y, width, height } = thing.box;
  return {
    x: ground.part.x + x * factor,
    y: ground.part.y + y * factor,
    width: width * factor,
    height: height * factor,
  };
}

/** The middle of a box, as a place in a photograph. */
export function placeOf(box: Region, photo: Size): Around {
  const [x, y] = middleOf(box);
  return [x / photo.width, y / photo.height];
}

/**
 * Behind what takes less than the first part of the sheet across and down, words would be small: it is shown larger, up to
 * the second part; no more than the third is cropped away of either side, and no sheet is smaller than the fourth, px.
 */
const [small, large, mostOff, leastSide] = [0.3, 0.5, 0.4, 600];

/** The part of a photograph around a thing that words stand behind; null where it is large enough. */
export function closerPart({ plate, part, order }: Ground, thing: Region): Region | null {
  const share = max(thing.width / part.width, thing.height / part.height);
  if (order.locks.crop || order.locks.place || share >= small) return null;
  const scale = max(1 - mostOff, share / large, leastSide / min(part.width, part.height));
  if (scale >= 0.95) return null;
  const size = { width: round(part.width * scale), height: round(part.height * scale) };
  const closer = partAround(plate, placeOf(thing, plate), size);
  return showsKept(order.keep, plate, closer) ? closer : null;
}

/** The shown part as fractions of the photograph; null where that is all of it. */
export function cropOf({ plate, part }: Pick<Ground, 'plate' | 'part'>): Crop {
  if (part.width === plate.width && part.height === plate.height) return null;
  return [part.x / plate.width, part.y / plate.height, part.width / plate.width, part.height / plate.height].map(
    (one) => rounded(one, 5),
  ) as [number, number, number, number];
}

/** How much of the photograph is shown, a sentence; null where that is all. */
export function cropSays({ plate, part }: Pick<Ground, 'plate' | 'part'>): string | null {
  const share = (part.width * part.height) / (plate.width * plate.height);
  return share > 0.995 ? null : `Cropped: ${round(share * 100)} % of the photograph is shown.`;
}

import { joinCover } from '../kernels/coverage';
import { emptyRaster, type Raster } from '../pixels/raster';
import { unionOf, type Region } from '../pixels/region';
import { contentKey, keyOf, nowhere, partIn, touches, type Node, type Request } from './node';
import { followedBy, moved, placedBounds, type Affine } from '../shape/affine';
import { coverage } from '../shape/coverage';
import { flatten, transformPath } from '../shape/path';
import type { Letter } from '../type/letters';

/** A letter with ink and its box on the sheet, sheet px. */
export interface PlacedLetter {
  letter: Letter;
  bounds: Region;
}

/** Letters with ink in one place, with their boxes on the sheet. */
export const placedLetters = (letters: readonly Letter[], place: Affine): PlacedLetter[] =>
  letters.flatMap((letter) => (letter.bounds ? [{ letter, bounds: placedBounds(place, letter.bounds) }] : []));

/** The joined coverage of letters: where they touch, coverages add up, so that no seam shows. One channel. */
export function coverOf(letters: readonly PlacedLetter[], place: Affine, request: Request): Raster {
  const { region } = request;
  const whole = emptyRaster(region.width, region.height, 1);
  for (const { letter, bounds } of letters) {
    const part = touches(bounds, request) && letterCoverage(letter, place, request, bounds);
    if (part) joinCover(whole, region, part.cover, part.region);
  }
  return whole;
}

/** The keys of the letters that a request meets. */
export const lettersIn = (placed: readonly PlacedLetter[], request: Request): string[] =>
  placed.flatMap(({ letter, bounds }) => (touches(bounds, request) ? [keyOf(letter)] : []));

/** The joined coverage of some letters as a node: one channel. */
export function coverNode(letters: readonly Letter[], place: Affine): Node {
  const placed = placedLetters(letters, place);
  return {
    key: contentKey('cover', place, letters.map(keyOf)),
    channels: 1,
    bounds: unionOf(placed.map(({ bounds }) => bounds)) ?? nowhere,
    keyAt: (request) => contentKey('cover', place, lettersIn(placed, request)),
    needs: () => ({}),
    compute: (request) => coverOf(placed, place, request),
  };
}

/** The part of one letter that falls into a request: its coverage and where it lies, output px. */
export function letterCoverage(
  letter: Letter,
  place: Affine,
  request: Request,
  bounds: Region,
): { region: Region; cover: Raster } | null {
  const box = partIn(bounds, request);
  if (!box) return null;
  return { region: box, cover: coverage(polygonsOf(letter, place, request.scale), box) };
}

/** The outlines of each letter as they were last wanted, in each of its places: all tiles of a frame want the same. */
const lastPolygons = new WeakMap<Letter, WeakMap<Affine, { scale: number; polygons: [number, number][][] }>>();

/** A letter's outline in output px. */
export function polygonsOf(letter: Letter, place: Affine, scale: number): [number, number][][] {
  let places = lastPolygons.get(letter);
  if (!places) lastPolygons.set(letter, (places = new WeakMap()));
  const last = places.get(place);
  if (last?.scale === scale) return last.polygons;
  const polygons = flatten(transformPath(letter.path, followedBy(place, moved(0, 0, scale))));
  places.set(place, { scale, polygons });
  return polygons;
}

import { contentKey } from '../../../graph/node';
import { memoizeLast } from '../../../graph/memoize';
import { apply, inverse, sizeOf, type Affine, type Point } from '../../../shape/affine';
import { pathBounds } from '../../../shape/bounds';
import { flattenTo, polygonPath } from '../../../shape/path';
import type { Letter, Letters } from '../../../type/letters';
import type { Drips } from '../schema';
import { workedEdges } from './edge';
import { dripOutline } from './outline';
import { dripPlaces } from './places';
import { rootOf } from './roots';

/** How far, sheet px, a straight line may lie from the true outline. */
const fineness = 0.02;

/** Letters with the drips that run from them, as one outline. */
export function dripping(letters: Letters, drips: Drips): Letters {
  const frame = frameOf(letters, drips.direction);
  if (!frame) return letters;
  const step = 2 ** Math.ceil(Math.log2(Math.max(1e-3, sizeOf(letters.place))));
  const run = lastDripping(letters.letters, contentKey('drips', drips, frame, letters.size, step), () =>
    letters.letters.map((letter) => drippingLetter(letter, drips, frame, letters.size, fineness / step)),
  );
  return { ...letters, letters: run };
}

const lastDripping = memoizeLast<readonly Letter[], Letter[]>();

/** The way that drips run as seen from the letters, so that it runs down a column; null where letters have no size. */
function frameOf({ place, size }: Letters, direction: number): Affine | null {
  if (!(size > 0) || !(sizeOf(place) > 1e-6)) return null;
  const angle = (direction * Math.PI) / 180;
  const { a, b, c, d } = inverse({ ...place, e: 0, f: 0 });
  const [x, y] = [a * Math.cos(angle) + c * Math.sin(angle), b * Math.cos(angle) + d * Math.sin(angle)];
  const long = Math.hypot(x, y);
  // Rounded, so that letters which are only moved or scaled have the same frame.
  const [down, right] = [Math.round((y / long) * 1e6) / 1e6, Math.round((x / long) * 1e6) / 1e6];
  return { a: down, b: right, c: -right, d: down, e: 0, f: 0 };
}

/** A letter that drips run from, in their frame. */
function polygonsIn(frame: Affine, { path, start }: Letter, drips: Drips, em: number, tolerance: number): Point[][] {
  const flat = flattenTo(path, tolerance).map((polygon) => polygon.map((point) => apply(frame, point)));
  return drips.edge ? workedEdges(flat, drips.edge, drips.seed + rootOf(drips, start), em) : flat;
}

function drippingLetter(letter: Letter, drips: Drips, frame: Affine, em: number, tolerance: number): Letter {
  if (!letter.bounds) return letter;
  const back = inverse(frame);
  const polygons = polygonsIn(frame, letter, drips, em, tolerance);
  const hanging = dripPlaces(polygons, drips, letter.start, em).map((place) =>
    dripOutline(polygons, place, drips.neck),
  );
  if (hanging.length === 0 && !drips.edge) return letter;
  const returned = (all: readonly (readonly Point[])[]) =>
    all.flatMap((polygon) => polygonPath(polygon.map((point) => apply(back, point))));
  const path = [...(drips.edge ? returned(polygons) : letter.path), ...returned(hanging)];
  return { ...letter, path, bounds: pathBounds(path), flatBounds: letter.flatBounds ?? letter.bounds };
}

/** One drip as it hangs on the sheet. */
export interface HangingDrip {
  /** Of its letter in the text, and which of the letter's drips it is. */
  at: number;
  drip: number;
  /** From the letter's edge to its end, sheet px. */
  root: Point;
  tip: Point;
}

/** All drips of a lettering. @param letters as they are before drips run from them */
export function hangingDrips(letters: Letters, drips: Drips): HangingDrip[] {
  const frame = frameOf(letters, drips.direction);
  if (!frame) return [];
  const back = inverse(frame);
  const onSheet = (x: number, y: number): Point => apply(letters.place, apply(back, [x, y]));
  return letters.letters.flatMap((letter) => {
    if (!letter.bounds) return [];
    const polygons = polygonsIn(frame, letter, drips, letters.size, fineness);
    return dripPlaces(polygons, drips, letter.start, letters.size).map(({ drip, x, edge, length }) => ({
      at: letter.start,
      drip,
      root: onSheet(x, edge),
      tip: onSheet(x, edge + length),
    }));
  });
}

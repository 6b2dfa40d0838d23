import type { Region } from '../pixels/region';
import { apply, corners, inverse, type Point } from '../shape/affine';
import { flatten, transformPath } from '../shape/path';
import { windingAt } from '../shape/winding';
import type { Placement } from '../pictures/resample';
import type { Letter, Letters } from '../type/letters';
import { pictureCells, picturePlace, slippedIn } from './picture';
import type { PictureCoat } from './schema';

/** Width and height of a picture, px. */
type SizeOf = (asset: string) => { width: number; height: number };

/** One picture as it is seen in one letter. */
export interface LaidPicture {
  letter: Letter;
  asset: string;
  /** Picture px to the px of the flat plane it lies in; from there to the sheet, and back. */
  placement: Placement;
  toSheet(point: Point): Point;
  fromSheet(at: Point): Point;
  /** The box that it is laid into, px of its plane; nothing of it is seen outside where it `isCut`. */
  box: Region;
  isCut: boolean;
}

/** What a coat is laid out in for one letter, px of the plane that it lies in. */
export function pictureBox(
  { held, span }: Pick<PictureCoat, 'held' | 'span'>,
  letter: Letter,
  { flatInk, lines }: Letters,
  sheet: { width: number; height: number },
): Region {
  if (held === 'sheet') return { x: 0, y: 0, ...sheet };
  const boxes = { letter: letter.flatBounds ?? letter.bounds, line: lines[letter.line]?.flatInk, word: flatInk };
  return boxes[span] ?? flatInk!;
}

/** Where the pictures of a coat lie in each letter that it reaches. */
export function laidPictures(
  coat: PictureCoat,
  letters: Letters,
  sheet: { width: number; height: number },
  sizeOfPicture: SizeOf,
): LaidPicture[] {
  const inked = letters.letters.filter(({ bounds }) => bounds);
  const { toSheet, fromSheet } = planeOf(coat, letters);
  return inked.flatMap((letter, number) => {
    if (
      coat.reach.kind === 'line'
        ? coat.reach.line !== letter.line
        : coat.reach.kind === 'letter' && coat.reach.at !== letter.start
    )
      return [];
    const own = slippedIn(coat, letter.start);
    return pictureCells(
      coat,
      { number, line: letter.line },
      pictureBox(coat, letter, letters, sheet),
      letters.capHeight,
    ).map(({ asset, box, isCut }) => ({
      letter,
      asset,
      box,
      isCut,
      placement: picturePlace(own, sizeOfPicture(asset), box),
      toSheet,
      fromSheet,
    }));
  });
}

/** The plane that a coat's pictures lie in: that of the letters, with its bend, or the sheet. */
function planeOf(
  { held }: Pick<PictureCoat, 'held'>,
  { place, warp }: Pick<Letters, 'place' | 'warp'>,
): Pick<LaidPicture, 'toSheet' | 'fromSheet'> {
  if (held === 'sheet') return { toSheet: (point) => point, fromSheet: (at) => at };
  const back = inverse(place);
  return {
    toSheet: (point) => apply(place, warp ? warp.forward(point) : point),
    fromSheet: (at) => (warp ? warp.backward(apply(back, at)) : apply(back, at)),
  };
}

/** How many times as large the plane is drawn where it is nearest: the most of a letter's corners and its middle. */
function enlargement({ letter, toSheet, fromSheet }: LaidPicture): number {
  const box = letter.flatBounds ?? letter.bounds!;
  const middle = fromSheet(toSheet([box.x + box.width / 2, box.y + box.height / 2]));
  const step = Math.max(1e-3, box.width / 100);
  const at = ([x, y]: Point): number => {
    const [here, across, down] = [toSheet([x, y]), toSheet([x + step, y]), toSheet([x, y + step])];
    return (
      Math.sqrt(Math.abs((across[0] - here[0]) * (down[1] - here[1]) - (across[1] - here[1]) * (down[0] - here[0]))) /
      step
    );
  };
  return Math.max(...[...corners(box), middle].map(at));
}

/**
 * The fewest real pixels of any of a coat's pictures that come to one inch of paper; null where it shows none. @param
 * ppi of the sheet
 */
export function picturePpi(laid: readonly LaidPicture[], ppi: number): number | null {
  const all = laid.map((one) => ppi / (one.placement.scale * enlargement(one)));
  return all.length === 0 ? null : Math.min(...all);
}

/** The keep points that are seen in no letter: their places in the coat's list. */
export function cutKeepPoints(
  coat: PictureCoat,
  laid: readonly LaidPicture[],
  letters: Letters,
  sizeOfPicture: SizeOf,
): number[] {
  const { width, height } = sizeOfPicture(coat.asset);
  const outlines = new Map(laid.map(({ letter }) => [letter, flatten(transformPath(letter.path, letters.place))]));
  const isSeen = ([x, y]: Point): boolean =>
    laid.some(({ letter, asset, placement, toSheet, box, isCut }) => {
      if (asset !== coat.asset) return false;
      const [px, py] = [placement.x + x * width * placement.scale, placement.y + y * height * placement.scale];
      if (isCut && (px < box.x || py < box.y || px > box.x + box.width || py > box.y + box.height)) return false;
      return windingAt(outlines.get(letter)!, toSheet([px, py])) !== 0;
    });
  return coat.keep.flatMap((point, i) => (isSeen(point) ? [] : [i]));
}

import { middleOf, type Region } from '../pixels/region';
import type { Letters } from '../type/letters';
import { pictureBox } from './laidPictures';
import { picturePlace, slippedIn } from './picture';
import type { PictureCoat } from './schema';

interface Size {
  width: number;
  height: number;
}

/** What must be covered in a box, and by how much the picture is slipped there besides, fractions of the box. */
interface Covered {
  box: Region;
  target: Region;
  /** The coat as it is laid there, with no slip of its own. */
  place: Pick<PictureCoat, 'fit' | 'scale'>;
  besides: [number, number];
}

/** The nearest slip at which a picture covers all that it must; in the middle where it is too small for that. */
function nearestCovering(
  wanted: [number, number],
  covered: readonly Covered[],
  pictures: readonly Size[],
): [number, number] {
  const along = (axis: 0 | 1): number => {
    const [at, size] = axis === 0 ? (['x', 'width'] as const) : (['y', 'height'] as const);
    let [least, most] = [-Infinity, Infinity];
    for (const { box, target, place, besides } of covered)
      for (const picture of pictures) {
        const half = (picture[size] * picturePlace({ ...place, x: 0, y: 0 }, picture, box).scale) / 2;
        const middle = middleOf(box)[axis];
        least = Math.max(least, (target[at] + target[size] - half - middle) / box[size] - besides[axis]);
        most = Math.min(most, (target[at] + half - middle) / box[size] - besides[axis]);
      }
    if (least > most) return (least + most) / 2;
    return Math.min(most, Math.max(least, wanted[axis]));
  };
  return [along(0), along(1)];
}

/**
 * The slip of a coat that covers, kept so that it leaves no letter bare; other coats are slipped as is wanted. Letters
 * that are slipped by themselves must be covered themselves, all others in the box that the picture is laid out in.
 * @param pictures sizes of the coat's pictures, px
 * @param letters null for a coat on the sheet
 */
export function coveringSlip(
  coat: PictureCoat,
  wanted: [number, number],
  pictures: readonly Size[],
  letters: Letters | null,
  sheet: Size,
): [number, number] {
  if (!isCovering(coat)) return wanted;
  const whole: Region = { x: 0, y: 0, width: sheet.width, height: sheet.height };
  if (!letters) return nearestCovering(wanted, [{ box: whole, target: whole, place: coat, besides: [0, 0] }], pictures);
  const covered = letters.letters.flatMap((letter): Covered[] => {
    if (!letter.bounds) return [];
    const box = pictureBox(coat, letter, letters, sheet);
    const own = slippedIn(coat, letter.start);
    const isOwn = coat.slips.some(({ at }) => at === letter.start);
    const target = isOwn && coat.held === 'letters' ? (letter.flatBounds ?? letter.bounds) : box;
    return [{ box, target, place: own, besides: [own.x - coat.x, own.y - coat.y] }];
  });
  return covered.length > 0 ? nearestCovering(wanted, covered, pictures) : wanted;
}

/** How many times as large a picture may become so that it can be slipped as is wanted. */
const mostGrowth = 16;

/** The least scale at which a coat that covers can be slipped as is wanted; its own where it can already. */
export function grownToCover(
  coat: PictureCoat,
  wanted: [number, number],
  pictures: readonly Size[],
  letters: Letters | null,
  sheet: Size,
): number {
  const reaches = (scale: number): boolean => {
    const [x, y] = coveringSlip({ ...coat, scale }, wanted, pictures, letters, sheet);
    return Math.abs(x - wanted[0]) < 1e-9 && Math.abs(y - wanted[1]) < 1e-9;
  };
  if (reaches(coat.scale)) return coat.scale;
  let [low, high] = [coat.scale, coat.scale * mostGrowth];
  for (let i = 0; i < 30; i++) {
    const middle = (low + high) / 2;
    if (reaches(middle)) high = middle;
    else low = middle;
  }
  return Math.min(100, high);
}

/** The same for what one letter is slipped by itself. @param start of the letter, its first UTF-16 unit */
export function coveringSlipOf(
  coat: PictureCoat,
  start: number,
  wanted: [number, number],
  pictures: readonly Size[],
  letters: Letters,
  sheet: Size,
): [number, number] {
  const letter = letters.letters.find((one) => one.start === start && one.bounds);
  if (!isCovering(coat) || !letter) return wanted;
  const box = pictureBox(coat, letter, letters, sheet);
  const target = coat.held === 'letters' ? (letter.flatBounds ?? letter.bounds!) : box;
  return nearestCovering(wanted, [{ box, target, place: slippedIn(coat, start), besides: [coat.x, coat.y] }], pictures);
}

/** In the cells of a collage each picture covers its own cell, whatever the slip. */
const isCovering = ({ fit, by, more }: PictureCoat): boolean => fit === 'cover' && !(by === 'cell' && more.length > 0);

import { detailIn, type DetailMap } from '../coats/liveliest';
import { pictureBox } from '../coats/laidPictures';
import type { PictureCoat } from '../coats/schema';
import { coatsIn } from '../piece/edits/ink';
import { dropUnused, itemOf, keepAsset } from '../piece/edits/items';
import type { Edit } from '../piece/edits/edit';
import type { Piece } from '../piece/schema';
import { intersect, type Region, type Size } from '../pixels/region';
import type { Letters } from '../type/letters';

/** A picture of the store. */
export interface RunPicture extends Size {
  name: string;
  sha256: string;
  /** What must be seen of it: how far from its left and its top, fractions; else it is looked for. */
  keep?: [number, number] | null;
}

/** The picture as a piece names it. */
export const pictureAsset = ({ name, sha256 }: RunPicture) => ({ kind: 'plate' as const, name, sha256 });

/** Places that are tried along the side on which a picture has room to slip. */
const tried = 24;
/** What lies in the middle is what a photographer meant: it counts so much more than what lies at the end. */
const forMiddle = 0.15;

/**
 * Where a picture lies that covers a box, as small as it can be: along the side on which it can be slipped it shows
 * what must be seen of it in the middle, as far as there is room; where nothing must be, what a person would want to see.
 * @param wanted of the picture; null leaves it in the middle
 * @returns box px per picture px, and its top left corner
 */
export function covering(
  picture: Size & Pick<RunPicture, 'keep'>,
  box: Region,
  wanted: DetailMap | null,
): { scale: number; x: number; y: number } {
  const scale = Math.max(box.width / picture.width, box.height / picture.height);
  const seen = { width: box.width / scale, height: box.height / scale };
  const room = { x: picture.width - seen.width, y: picture.height - seen.height };
  const at = (share: number) => ({ scale, x: box.x - room.x * share * scale, y: box.y - room.y * share * scale });
  if (picture.keep) {
    const [x, y] = picture.keep;
    const slipped = (along: number, whole: number, part: number, free: number): number =>
      free > 1e-9 ? Math.min(1, Math.max(0, (along * whole - part / 2) / free)) : 0.5;
    const across = slipped(x, picture.width, seen.width, room.x);
    const down = slipped(y, picture.height, seen.height, room.y);
    return { scale, x: box.x - room.x * across * scale, y: box.y - room.y * down * scale };
  }
  return at(wanted ? bestShare(wanted, room, seen) : 0.5);
}

/** How far a picture is slipped so that most of what is wanted is seen. */
function bestShare(wanted: DetailMap, room: { x: number; y: number }, seen: Size): number {
  let best = { share: 0.5, score: -1 };
  for (let i = 0; i <= tried; i++) {
    const share = i / tried;
    const part = { x: room.x * share, y: room.y * share, ...seen };
    const score = detailIn(wanted, partOf(part, wanted.step)) * (1 - forMiddle * Math.abs(2 * share - 1));
    // What is even all over stays in the middle.
    if (
      score > best.score * 1.001 ||
      (score > best.score * 0.999 && Math.abs(share - 0.5) < Math.abs(best.share - 0.5))
    )
      best = { share, score };
  }
  return best.share;
}

const partOf = ({ x, y, width, height }: Region, step: number): Region => ({
  x: x / step,
  y: y / step,
  width: width / step,
  height: height / step,
});

/**
 * Another photograph where one of the design lies: it covers what that one covers of the sheet.
 * @param before size of the design's photograph, px
 */
export const plateEdit =
  (id: string, picture: RunPicture, before: Size, detail: DetailMap | null): Edit =>
  (piece) => {
    const plate = itemOf(piece.plates, id);
    const { scale, x, y } = plate;
    const whole = { x, y, width: before.width * scale, height: before.height * scale };
    const box = intersect(whole, { x: 0, y: 0, width: piece.sheet.width, height: piece.sheet.height }) ?? whole;
    const key = keepAsset(piece, pictureAsset(picture));
    Object.assign(plate, { name: picture.name, asset: key, ...covering(picture, box, detail) });
    dropUnused(piece);
  };

/**
 * Another picture in letters. It covers them, and is slipped to where most goes on; what the design's picture has of its
 * own (its slips and keep points) stays with that one.
 * @param letters as they are in the row; null leaves the picture in the middle
 */
export const fillEdit =
  (id: string, index: number, picture: RunPicture, letters: Letters | null, detail: DetailMap | null): Edit =>
  (piece) => {
    const coats = coatsIn(piece, { of: 'ink', lettering: id });
    const coat = coats[index];
    if (coat?.kind !== 'picture') return;
    const key = keepAsset(piece, pictureAsset(picture));
    Object.assign(coat, { asset: key, more: [], slips: [], keep: [], fit: 'cover', scale: 1, x: 0, y: 0 });
    const box = letters && boxOf(coat, letters, piece);
    if (box && detail) {
      const place = covering(picture, box, detail);
      const middle = {
        x: (box.width - picture.width * place.scale) / 2,
        y: (box.height - picture.height * place.scale) / 2,
      };
      coat.x = rounded((place.x - box.x - middle.x) / box.width);
      coat.y = rounded((place.y - box.y - middle.y) / box.height);
    }
    dropUnused(piece);
  };

/** What a picture is laid out in; null where every letter or line has its own. */
function boxOf(coat: PictureCoat, letters: Letters, { sheet }: Piece): Region | null {
  const first = letters.letters.find(({ bounds }) => bounds);
  return first && letters.flatInk && coat.span === 'word' ? pictureBox(coat, first, letters, sheet) : null;
}

const rounded = (value: number): number => Math.round(value * 1e5) / 1e5;

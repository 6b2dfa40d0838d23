import { smallestLine } from '../type/smallestLine';
import { lockedUp, lockings } from '../arranging/lockings';
import { changePart, itemOf, setFace } from '../piece/edits/items';
import { applyEdit, type Edit } from '../piece/edits/edit';
import { setHelpers, setText } from '../piece/edits/letterings';
import { steadily } from '../piece/edits/steady';
import type { Lettering, Piece } from '../piece/schema';
import type { Size } from '../pixels/region';
import { withLines } from '../sizes/lines';
import { helpFor, type CaseFace } from '../type/fallback';
import type { Letters } from '../type/letters';
import { standingBox } from '../type/standing';
import type { Fit } from './slots';

type Laid = (lettering: Lettering) => Letters | null;

const assetOf = ({ name, sha256 }: CaseFace) => ({ kind: 'face' as const, name, sha256 });

/** Other words for a lettering. */
export interface Wording {
  lettering: string;
  text: string;
  upperCase: boolean;
  fit: Fit;
  /** Width and height in sheet px; null: what the design's own words take. */
  room: readonly [number, number] | null;
}

/** Other words in a piece, with the faces that help where the lettering's own has no letters. */
export function wordingEdit(
  piece: Piece,
  { lettering: id, text, upperCase }: Wording,
  faces: readonly CaseFace[],
): { edit: Edit; nowhere: string[] } {
  const { words } = itemOf(piece.letterings, id);
  const capitals = upperCase || words.upperCase;
  const face = faces.find(({ sha256 }) => sha256 === piece.assets[words.face]?.sha256);
  const { helpers, nowhere } = helpFor({ text, upperCase: capitals }, face, faces);
  const edit: Edit = (draft) => {
    setText(id, text)(draft);
    changePart(id, 'words', { upperCase: capitals })(draft);
    // Looking for faces that nothing needs any more takes long, and most words need none.
    if (face && (helpers.length > 0 || words.fallbacks.length > 0)) setHelpers(id, helpers.map(assetOf))(draft);
  };
  return { edit, nowhere };
}

/** Another face for a lettering. */
export const faceEdit = (lettering: string, face: CaseFace): Edit => setFace(lettering, assetOf(face));

/** A lettering fitted to the room that the design's words have. */
export interface Fitted {
  piece: Piece;
  /** How much smaller its letters are than the design's, 0..1; 1 where they are as large. */
  scale: number;
}

/** Letters that come out this little larger are not worth other lines. */
const worthwhile = 1.04;

/**
 * Brings a change of a lettering's words about as a person would: the block stays where it is by eye, and is made as
 * small as it must be to stay within the room that the design's own words take.
 * @param designed the lettering as the design has it, laid out
 * @param change of the words, face and helpers
 * @param lettersOf lays out; knows the faces before and after
 */
export function fitted(piece: Piece, designed: Letters, wording: Wording, change: Edit, lettersOf: Laid): Fitted {
  const { lettering: id, fit } = wording;
  const room = wording.room ? { width: wording.room[0], height: wording.room[1] } : standingBox(designed);
  const made = (edit: Edit): Piece => applyEdit(piece, steadily(id, edit, lettersOf)).piece;
  const laidIn = (one: Piece): Letters => lettersOf(itemOf(one.letterings, id))!;
  const plain = made(change);
  if (!room || fit === 'keep') return { piece: plain, scale: 1 };
  const others = fit === 'shrink' ? [] : onOtherLines(itemOf(plain.letterings, id), fit, change);
  const ranked = [change, ...others].map((edit, i) => {
    const laid = laidIn(i === 0 ? plain : made(edit));
    const scale = scaleInto(room, standingBox(laid));
    return { edit, scale, height: heightOf(laid) * scale };
  });
  let best = ranked[0];
  for (const one of ranked.slice(1)) if (one.height > best.height * worthwhile) best = one;
  const shrunk = made((draft) => {
    best.edit(draft);
    makeSmaller(itemOf(draft.letterings, id), best.scale);
  });
  if (itemOf(shrunk.letterings, id).words.lockup.kind !== 'one-width') return { piece: shrunk, scale: best.scale };
  // There every line has its own size: what counts is how high the letters came out.
  return { piece: shrunk, scale: Math.min(1, heightOf(laidIn(shrunk)) / Math.max(1e-6, heightOf(designed))) };
}

/** Changes that bring the same words on other lines, where the lockup lets lines end elsewhere. */
function onOtherLines(lettering: Lettering, fit: Fit, change: Edit): Edit[] {
  const { id, words } = lettering;
  const text = words.text.replace(/\n/g, ' ');
  const flat: Lettering = { ...lettering, words: { ...words, text } };
  const ways = lockings.flatMap((locking) => {
    const own = lockedUp(flat, locking);
    return own?.lines ? [withLines(text, own.lines)] : [];
  });
  const texts = [...new Set([...ways, ...(text === words.text ? [] : [text])])];
  const onLines =
    (lines: string): Edit =>
    (draft) => {
      change(draft);
      setText(id, lines)(draft);
    };
  const wrapped = texts.map(onLines);
  if (fit === 'wrap' || words.lockup.kind !== 'lines') return wrapped;
  // Another lockup: every line as wide as the widest, for words that stand on several lines.
  const lockup = { kind: 'one-width' as const, width: words.size * 4, gap: 0.04 };
  const stacked = texts.filter((lines) => lines.includes('\n'));
  return [
    ...wrapped,
    ...stacked.map((lines): Edit => (draft) => {
      onLines(lines)(draft);
      changePart(id, 'words', { lockup })(draft);
    }),
  ];
}

/** Makes a lettering smaller, in place; in perspective and along a line only its letters: what they stand on stays. */
function makeSmaller({ words, stance }: Lettering, scale: number): void {
  const isBound = stance.perspective !== null || words.lockup.kind === 'path' || words.lockup.kind === 'arc';
  if (isBound) words.size = Math.max(1, words.size * scale);
  else stance.scale = Math.max(0.01, stance.scale * scale);
  if (stance.keeping && !isBound) stance.keeping.scale = stance.scale;
}

const scaleInto = (room: Size, box: Size | null): number =>
  box ? Math.min(1, room.width / Math.max(1e-6, box.width), room.height / Math.max(1e-6, box.height)) : 1;

/** The height of the smallest letters, sheet px; 0 without ink. */
function heightOf(letters: Letters): number {
  const height = smallestLine(letters);
  return Number.isFinite(height) ? height : 0;
}

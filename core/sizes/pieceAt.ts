import { passes } from '../passes';
import type { GoingAlong, PassDocument, Resizing } from '../passes/pass';
import { letteringDocuments, pictureDocuments, type Lettering, type Piece } from '../piece/schema';
import type { OwnLettering, PieceSize } from '../piece/sizeSchema';
import { withLines } from './lines';
import { onFirst, similarity } from './similarity';

/** How one size brings the parts of the first sheet to its own. */
export interface SizeAlong extends Resizing {
  lettering(lettering: Lettering): GoingAlong;
  /** The same makes the same of every part; of a lettering, together with what is its own. */
  key: string;
}

/** The way from the first sheet to a size. */
export function alongTo(piece: Pick<Piece, 'plates'>, size: PieceSize): SizeAlong {
  const design = similarity(onFirst, size.crop);
  const plate = (id: string): GoingAlong => {
    const own = size.plates[id];
    const found = piece.plates.find((one) => one.id === id);
    return own && found ? similarity(found, own) : design;
  };
  const [farthest] = piece.plates;
  return {
    design,
    photograph: farthest ? plate(farthest.id) : design,
    plate,
    lettering: ({ id, stance }) => {
      const place = size.letterings[id]?.place;
      return place ? similarity(stance, place) : design;
    },
    key: JSON.stringify([size.crop, piece.plates.map(({ id, x, y, scale }) => [id, x, y, scale]), size.plates]),
  };
}

/** What parts became when they were last brought along. */
const brought = new WeakMap<object, { key: string; part: unknown }>();

function broughtAlong<Part>(document: PassDocument<unknown>, part: Part, way: Resizing, key: string): Part {
  if (!document.resized || typeof part !== 'object' || part === null) return part;
  const known = brought.get(part);
  if (known?.key === key) return known.part as Part;
  const copy = structuredClone(part);
  document.resized(copy, way);
  brought.set(part, { key, part: copy });
  return copy;
}

/** What letterings became when they were last brought along. */
const letterings = new WeakMap<Lettering, { key: string; own: OwnLettering | undefined; made: Lettering }>();

function letteringAt(lettering: Lettering, size: PieceSize, along: SizeAlong): Lettering {
  const own = size.letterings[lettering.id];
  const known = letterings.get(lettering);
  if (known?.key === along.key && known.own === own) return known.made;
  const way: Resizing = { ...along, design: along.lettering(lettering) };
  const key = `${along.key} ${JSON.stringify([lettering.stance, own?.place])}`;
  const parts = Object.entries(letteringDocuments(passes)).map(([field, document]) => [
    field,
    broughtAlong(document, lettering[field as keyof Lettering], way, key),
  ]);
  const made = { ...lettering, ...(Object.fromEntries(parts) as Partial<Lettering>) };
  if (own) {
    made.stance = { ...made.stance, ...own.place };
    if (own.bend !== undefined) made.stance.bend = own.bend;
    if (own.perspective !== undefined) made.stance.perspective = own.perspective;
    made.words = ownWords(made.words, own);
  }
  letterings.set(lettering, { key: along.key, own, made });
  return made;
}

function ownWords(words: Lettering['words'], own: OwnLettering): Lettering['words'] {
  const { lines, lockup, alignment, leading, leadings } = own;
  return {
    ...words,
    ...(lines && { text: withLines(words.text, lines), leadings: [] }),
    ...(lockup && { lockup }),
    ...(alignment && { alignment }),
    ...(leading !== undefined && { leading }),
    ...(leadings && { leadings }),
  };
}

const pieces = new WeakMap<Piece, Map<string, Piece>>();

/**
 * A piece as one of its sizes shows it: everything goes along with the crop, but what is this size's own.
 * @param id of the size; null for the first sheet
 */
export function pieceAt(piece: Piece, id: string | null): Piece {
  const size = id === null ? undefined : piece.sizes.find((one) => one.id === id);
  if (!size) return piece;
  let known = pieces.get(piece);
  if (!known) pieces.set(piece, (known = new Map()));
  let made = known.get(size.id);
  if (!made) known.set(size.id, (made = makePieceAt(piece, size)));
  return made;
}

/** As `pieceAt`, for a size that the piece need not have. */
export function makePieceAt(piece: Piece, size: PieceSize): Piece {
  const along = alongTo(piece, size);
  const { width, height, ppi } = size;
  const parts = Object.entries(pictureDocuments(passes)).map(([field, document]) => [
    field,
    broughtAlong(document, piece[field as keyof Piece], along, along.key),
  ]);
  return {
    ...piece,
    sheet: { ...piece.sheet, width, height, ppi },
    ...(Object.fromEntries(parts) as Partial<Piece>),
    letterings: piece.letterings.map((one) => letteringAt(one, size, along)),
    guides: piece.guides.map((guide) => {
      const [x, y] = along.design.at([guide.at, guide.at]);
      return { ...guide, at: guide.axis === 'x' ? x : y };
    }),
    slopes: piece.slopes.map((slope) => ({
      ...slope,
      from: along.design.at(slope.from),
      to: along.design.at(slope.to),
    })),
    out: size.out,
  };
}

import { current, isDraft } from 'immer';
import { passes } from '../passes';
import type { GoingAlong, Resizing } from '../passes/pass';
import { applyEdit, type Edit } from '../piece/edits/edit';
import { dropUnused, itemOf, removeItems } from '../piece/edits/items';
import { itemsIn } from '../piece/links';
import { letteringDocuments, pictureDocuments, type Lettering, type Piece } from '../piece/schema';
import type { OwnLettering, PieceSize } from '../piece/sizeSchema';
import { brokenAs, isSameText, linesOf } from './lines';
import { merged } from './merged';
import { alongTo, pieceAt, type SizeAlong } from './pieceAt';
import { onFirst, similarity } from './similarity';

/** Edits that change the piece itself, whichever size is on the bench. */
const ofAllSizes = new WeakSet<Edit>();

/** Marks an edit as one of the whole piece, not of the size that is on the bench. */
export function onWholePiece(edit: Edit): Edit {
  ofAllSizes.add(edit);
  return edit;
}

/**
 * An edit of what a size shows, as an edit of the piece: stance, crop, lockup, line breaks and what is left out become
 * that size's own, everything else changes in all sizes.
 */
export const inSize = (id: string | null, edit: Edit): Edit =>
  id === null || ofAllSizes.has(edit)
    ? edit
    : (draft) => {
        const piece = isDraft(draft) ? current(draft) : draft;
        const size = piece.sizes.find((one) => one.id === id);
        if (!size) return edit(draft);
        const shown = pieceAt(piece, id);
        const { piece: next } = applyEdit(shown, edit);
        if (next !== shown) fold(draft, { piece, size, shown, next });
      };

/** What an edit of a size is folded back from. */
interface Folding {
  /** The piece before, and the size. */
  piece: Piece;
  size: PieceSize;
  /** The size's piece before and after. */
  shown: Piece;
  next: Piece;
}

function fold(draft: Piece, folding: Folding): void {
  const { piece, size, shown, next } = folding;
  const own = itemOf(draft.sizes, size.id);
  for (const field of ['width', 'height', 'ppi'] as const)
    if (next.sheet[field] !== shown.sheet[field]) own[field] = next.sheet[field];
  for (const field of ['paint', 'coats'] as const)
    if (next.sheet[field] !== shown.sheet[field]) Object.assign(draft.sheet, { [field]: next.sheet[field] });
  if (next.name !== shown.name) draft.name = next.name;
  if (next.out !== shown.out) own.out = [...next.out];
  if (next.depth !== shown.depth) draft.depth = [...next.depth];
  for (const key of Object.keys(next.assets)) if (!draft.assets[key]) draft.assets[key] = next.assets[key];
  const along = alongTo(piece, size);
  foldLetterings(draft, own, folding, along);
  foldPicture(draft, own, folding, {
    design: backwards(along.design),
    plate: (id) => backwards(along.plate(id)),
  });
  foldLines(draft, folding, backwards(along.design));
  const left = new Set(itemsIn(next, passes).map(({ id }) => id));
  const gone = itemsIn(piece, passes).flatMap(({ id }) => (left.has(id) ? [] : [id]));
  if (gone.length > 0) removeItems(draft, gone);
  dropUnused(draft);
}

/** The way back of a similarity. */
function backwards({ factor, at }: GoingAlong): GoingAlong {
  const [x, y] = at([0, 0]);
  const [right, down] = at([1, 0]);
  const rotation = (Math.atan2(down - y, right - x) * 180) / Math.PI;
  return similarity({ x, y, rotation, scale: factor }, onFirst);
}

function foldLetterings(draft: Piece, own: PieceSize, { piece, shown, next }: Folding, along: SizeAlong): void {
  if (next.letterings === shown.letterings) return;
  for (const lettering of next.letterings) {
    const before = piece.letterings.find(({ id }) => id === lettering.id);
    const seen = shown.letterings.find(({ id }) => id === lettering.id);
    if (!before || !seen) addBack(draft, lettering, backwards(along.design));
    else if (seen !== lettering) foldLettering(draft, own, { before, seen, now: lettering }, along);
  }
  const order = next.letterings.map(({ id }) => id);
  const isInOrder = draft.letterings.map(({ id }) => id).join('\n') === order.join('\n');
  if (!isInOrder) draft.letterings = [...draft.letterings].sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id));
}

function addBack(draft: Piece, lettering: Lettering, design: GoingAlong): void {
  const made = structuredClone(isDraft(lettering) ? current(lettering) : lettering);
  for (const [field, { resized }] of Object.entries(letteringDocuments(passes)))
    resized?.(made[field as keyof Lettering], { design, plate: () => design });
  draft.letterings.push(made);
}

interface LetteringFolding {
  before: Lettering;
  seen: Lettering;
  now: Lettering;
}

function foldLettering(draft: Piece, own: PieceSize, { before, seen, now }: LetteringFolding, along: SizeAlong): void {
  const lettering = itemOf(draft.letterings, now.id);
  const design = backwards(along.lettering(before));
  const way: Resizing = { design, photograph: backwards(along.photograph!), plate: () => design };
  if (now.name !== seen.name) lettering.name = now.name;
  const change: OwnLettering = { ...own.letterings[now.id] };
  for (const [field, { resized }] of Object.entries(letteringDocuments(passes)) as [keyof Lettering, Document][]) {
    if (now[field] === seen[field]) continue;
    if (field === 'stance') foldStance(lettering, change, { before, seen, now }, design.factor);
    else if (field === 'words') foldWords(lettering, change, { before, seen, now });
    else {
      const back = structuredClone(now[field]);
      resized?.(back, way);
      Object.assign(lettering, { [field]: merged(before[field], back) });
    }
  }
  if (Object.keys(change).length > 0) own.letterings[now.id] = change;
}

interface Document {
  resized?(part: unknown, resizing: Resizing): void;
}

const placeFields = ['x', 'y', 'rotation', 'scale', 'keeping'] as const;

/** Place, bend and perspective are the size's own; the rest of a stance is that of all sizes. */
function foldStance(
  lettering: Lettering,
  change: OwnLettering,
  { before, seen: { stance: seen }, now: { stance: now } }: LetteringFolding,
  factor: number,
): void {
  if (placeFields.some((field) => now[field] !== seen[field]))
    change.place = {
      x: now.x,
      y: now.y,
      rotation: now.rotation,
      scale: now.scale,
      keeping: now.keeping && { ...now.keeping },
    };
  if (now.bend !== seen.bend) change.bend = now.bend;
  if (now.perspective !== seen.perspective) change.perspective = now.perspective;
  for (const field of ['flipAcross', 'flipDown', 'pivot'] as const)
    if (now[field] !== seen[field]) Object.assign(lettering.stance, { [field]: now[field] });
  if (now.echoes !== seen.echoes)
    lettering.stance.echoes = merged(
      before.stance.echoes,
      now.echoes.map((echo) => ({ ...echo, x: echo.x * factor, y: echo.y * factor })),
    );
}

/** Line breaks, lockup, alignment and leading are the size's own; what is said, and in what, is that of all sizes. */
function foldWords(
  lettering: Lettering,
  change: OwnLettering,
  { before, seen: { words: seen }, now: { words: now } }: LetteringFolding,
): void {
  const { text, lockup, alignment, leading, leadings, ...shared } = now;
  for (const [field, value] of Object.entries(shared) as [keyof typeof shared, unknown][])
    if (value !== seen[field]) Object.assign(lettering.words, { [field]: merged(before.words[field], value) });
  if (lockup !== seen.lockup) change.lockup = lockup;
  if (alignment !== seen.alignment) change.alignment = alignment;
  if (leading !== seen.leading) change.leading = leading;
  if (leadings !== seen.leadings) change.leadings = [...leadings];
  if (text === seen.text) return;
  const isBroken = isSameText(text, seen.text);
  if (isBroken || change.lines) change.lines = linesOf(text);
  if (!isBroken) lettering.words.text = change.lines ? brokenAs(text, before.words.text) : text;
}

function foldPicture(draft: Piece, own: PieceSize, { piece, size, shown, next }: Folding, way: Resizing): void {
  for (const [field, { resized, lists }] of Object.entries(pictureDocuments(passes))) {
    const [before, seen, now] = [piece, shown, next].map((one) => one[field as keyof Piece] as unknown);
    if (now === seen) continue;
    const back = structuredClone(now);
    if (typeof back === 'object' && back !== null) resized?.(back, way);
    if (field === 'plates') foldPlates(draft, own, { piece, size, shown, next }, back as Piece['plates']);
    else if (lists)
      Object.assign(draft, { [field]: mergedById(before as Item[], seen as Item[], now as Item[], back as Item[]) });
    else Object.assign(draft, { [field]: merged(before, back) });
  }
}

interface Item {
  id: string;
}

/** A list with the items that an edit has touched brought back, and the others as they were. */
const mergedById = (before: readonly Item[], seen: readonly Item[], now: readonly Item[], back: readonly Item[]) =>
  now.map((item, i) => {
    const was = before.find(({ id }) => id === item.id);
    const isUntouched = was && seen.find(({ id }) => id === item.id) === item;
    if (isUntouched) return was;
    return was ? merged(was, back[i]) : back[i];
  });

/** Where a photograph lies is the size's own; another in its place is as large in every size. */
function foldPlates(draft: Piece, own: PieceSize, { piece, shown, next }: Folding, back: Piece['plates']): void {
  draft.plates = next.plates.map((now, i) => {
    const before = piece.plates.find(({ id }) => id === now.id);
    const seen = shown.plates.find(({ id }) => id === now.id);
    if (!before || !seen) return back[i];
    const { scale, x, y } = now;
    const other = now.asset === seen.asset ? 1 : scale / seen.scale;
    if (other !== 1) for (const { plates } of draft.sizes) if (plates[now.id]) plates[now.id].scale *= other;
    const isMoved = scale !== seen.scale * other || x !== seen.x || y !== seen.y;
    if (isMoved) own.plates[now.id] = { scale, x, y };
    return { ...before, name: now.name, asset: now.asset, scale: before.scale * other };
  });
}

/** Guides and slopes are those of all sizes. */
function foldLines(draft: Piece, { piece, shown, next }: Folding, { at }: GoingAlong): void {
  if (next.guides !== shown.guides)
    draft.guides = mergedById(
      piece.guides,
      shown.guides,
      next.guides,
      next.guides.map((guide) => {
        const [x, y] = at([guide.at, guide.at]);
        return { ...guide, at: guide.axis === 'x' ? x : y };
      }),
    ) as Piece['guides'];
  if (next.slopes !== shown.slopes)
    draft.slopes = mergedById(
      piece.slopes,
      shown.slopes,
      next.slopes,
      next.slopes.map((slope) => ({ ...slope, from: at(slope.from), to: at(slope.to) })),
    ) as Piece['slopes'];
}

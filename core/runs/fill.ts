import type { Materials } from '../graph/materials';
import { isColour } from '../pixels/colour';
import { applyEdit, problemWith, type Edit } from '../piece/edits/edit';
import { setSolid } from '../piece/edits/ink';
import { itemOf, newAssetKey, setSheet } from '../piece/edits/items';
import { passes, type Passes } from '../passes';
import type { Asset, Lettering, Piece } from '../piece/schema';
import { applyRecipe, type Recipe } from '../recipes/recipe';
import { arrange } from '../render/arrange';
import { makePieceAt } from '../sizes/pieceAt';
import type { CaseFace } from '../type/fallback';
import type { Flag } from './flags';
import { fillEdit, pictureAsset, plateEdit, type RunPicture } from './pictures';
import { slotProblem, type RowValues, type Slot, type SlotOf } from './slots';
import { wantedOf } from './wanted';
import { faceEdit, fitted, wordingEdit, type Wording } from './words';

/** What rows are filled with besides their own values. */
export interface FillTools {
  faces: readonly CaseFace[];
  /** A picture by its file name; a sentence that says what is wrong with it. */
  picture(name: string): RunPicture | string;
  recipe(name: string): Recipe | null;
  /** Opens what a piece names. @throws Error naming what is missing */
  open(assets: Readonly<Record<string, Asset>>): Promise<Materials>;
}

/** A row's own piece, and what there is to say of how it came about. */
export interface Filled {
  piece: Piece;
  flags: Flag[];
}

/** Letters smaller than this part of the design's are told of. */
const muchSmaller = 0.6;

/** The passes that set words and place them. */
const flat: Passes = {
  ...passes,
  lettering: Object.fromEntries(Object.entries(passes.lettering).filter(([, { line }]) => line <= 2)),
};

type Say = (weight: Flag['weight'], about: string, says: string) => void;

/**
 * A piece with a row's values in its slots: words fitted and where they stand by eye, pictures covering what the
 * design's cover. A value that cannot be used is flagged, and the design's own stays.
 * @throws Error when a file of the piece cannot be opened
 */
export async function fillRow(
  design: Piece,
  slots: readonly Slot[],
  values: RowValues,
  tools: FillTools,
): Promise<Filled> {
  const flags: Flag[] = [];
  const plain: Edit[] = [];
  const wordings: { wording: Wording; edit: Edit; slot: string }[] = [];
  const pictures: { slot: SlotOf<'plate' | 'fill'>; picture: RunPicture }[] = [];
  let size: string | null = null;
  const others = [...slots].sort((a, b) => Number(a.kind === 'words') - Number(b.kind === 'words'));
  for (const slot of others) {
    const say: Say = (weight, about, says) => void flags.push({ weight, about, slot: slot.id, says });
    const value = (values[slot.id] ?? '').trim();
    const broken = slotProblem(design, slot);
    if (broken) say('stop', 'slot', broken);
    else if (value === '') sayEmpty(slot, say);
    else if (slot.kind === 'words') wordings.push({ ...asWording(design, slot, value, tools, say), slot: slot.id });
    else if (slot.kind === 'plate' || slot.kind === 'fill') {
      const picture = tools.picture(value);
      if (typeof picture === 'string') say('stop', 'picture', picture);
      else pictures.push({ slot, picture });
    } else if (slot.kind === 'size') size = sizeNamed(design, value, say) ?? size;
    else {
      const edit = plainEdit(slot, value, tools, say);
      if (edit) plain.push(edit);
    }
  }
  const rough = applyEdit(design, (draft) => {
    for (const edit of [...plain, ...wordings.map((one) => one.edit)]) edit(draft);
  }).piece;
  const brought = Object.fromEntries(
    pictures.map(({ picture }) => [newAssetKey(pictureAsset(picture)), pictureAsset(picture)]),
  );
  const materials = await tools.open({ ...design.assets, ...rough.assets, ...brought });
  // Words are fitted as they are set: what a surface does to them comes on top, and takes long.
  const lettersOf = (lettering: Lettering) => arrange(lettering, materials, flat);
  let piece = applyEdit(design, (draft) => plain.forEach((edit) => edit(draft))).piece;
  for (const { wording, edit, slot } of wordings) {
    const designed = lettersOf(itemOf(design.letterings, wording.lettering));
    const made = fitted(piece, designed, wording, edit, lettersOf);
    piece = made.piece;
    if (made.scale < muchSmaller)
      flags.push({
        weight: 'look',
        about: 'fit',
        slot,
        says: `The letters are ${Math.round(made.scale * 100)} % as large as in the design.`,
      });
  }
  for (const { slot, picture } of pictures) piece = await pictured(piece, slot, picture, materials);
  if (size !== null)
    piece = makePieceAt(
      piece,
      piece.sizes.find(({ id }) => id === size)!,
    );
  const problem = problemWith(piece);
  if (problem) {
    flags.push({ weight: 'stop', about: 'piece', slot: null, says: problem });
    piece = design;
  }
  return { piece, flags };
}

function sayEmpty({ name, isNeeded }: Slot, say: Say): void {
  if (isNeeded) say('stop', 'empty', `There is nothing for "${name}".`);
  else say('note', 'empty', `"${name}" is as in the design.`);
}

function asWording(
  design: Piece,
  slot: SlotOf<'words'>,
  value: string,
  { faces }: FillTools,
  say: Say,
): { wording: Wording; edit: Edit } {
  const wording: Wording = {
    lettering: slot.lettering,
    text: value.slice(0, 5000),
    upperCase: slot.upperCase,
    fit: slot.fit,
    room: slot.room,
  };
  const { edit, nowhere } = wordingEdit(design, wording, faces);
  const length = [...value].length;
  if (slot.longest !== null && length > slot.longest)
    say('look', 'length', `${length} characters; ${slot.longest} are meant at most.`);
  if (nowhere.length > 0)
    say(
      'stop',
      'letters',
      `No face of the type case has ${nowhere
        .slice(0, 12)
        .map((one) => `"${one}"`)
        .join(', ')}.`,
    );
  return { wording, edit };
}

/** The change that a colour, a face or a recipe makes; null where the value cannot be used. */
function plainEdit(slot: SlotOf<'colour' | 'face' | 'recipe'>, value: string, tools: FillTools, say: Say): Edit | null {
  if (slot.kind === 'colour') {
    if (!isColour(value)) return refuse(say, 'colour', `"${value}" is not a colour that CSS knows.`);
    if (slot.allowed.length > 0 && !slot.allowed.some((one) => isSame(one, value)))
      return refuse(say, 'colour', `${value} is not among the colours of this slot.`);
    return slot.lettering === null ? setSheet({ paint: value }) : setSolid(slot.lettering, { colour: value });
  }
  if (slot.kind === 'face') {
    if (slot.allowed.length > 0 && !slot.allowed.some((one) => isSame(one, value)))
      return refuse(say, 'face', `"${value}" is not among the faces of this slot.`);
    const face = tools.faces.find(({ name }) => isSame(name, value));
    return face ? faceEdit(slot.lettering, face) : refuse(say, 'face', `The type case has no face "${value}".`);
  }
  const recipe = tools.recipe(value);
  return recipe ? applyRecipe(slot.lettering, recipe) : refuse(say, 'recipe', `There is no recipe "${value}".`);
}

function refuse(say: Say, about: string, says: string): null {
  say('stop', about, says);
  return null;
}

const isSame = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

function sizeNamed({ sizes }: Piece, value: string, say: Say): string | null {
  const size = sizes.find(({ name }) => isSame(name, value));
  if (!size) say('stop', 'size', `The piece has no size "${value}".`);
  return size?.id ?? null;
}

/** A picture put in its slot, so that what must be seen of it is seen, or what a person would want to see. */
async function pictured(
  piece: Piece,
  slot: SlotOf<'plate' | 'fill'>,
  picture: RunPicture,
  materials: Materials,
): Promise<Piece> {
  const wanted = picture.keep ? null : await wantedOf(materials.picture(newAssetKey(pictureAsset(picture))));
  if (slot.kind === 'plate') {
    const before = materials.picture(itemOf(piece.plates, slot.plate).asset);
    return applyEdit(piece, plateEdit(slot.plate, picture, before, wanted)).piece;
  }
  const letters = arrange(itemOf(piece.letterings, slot.lettering), materials, flat);
  return applyEdit(piece, fillEdit(slot.lettering, slot.coat, picture, letters, wanted)).piece;
}

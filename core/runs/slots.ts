import { z } from 'zod';
import { colourSchema } from '../pixels/colourSchema';
import type { Piece } from '../piece/schema';

/** What is done with words that are longer than those of the design. */
export const fits = ['keep', 'shrink', 'wrap', 'lockup'] as const;
export type Fit = (typeof fits)[number];

const id = z.string().min(1).max(64);
const own = {
  id,
  /** Also the column that fills it where no other is named. */
  name: z.string().trim().min(1, 'A slot needs a name.').max(80),
  /** Rows without a value keep the design's own, or cannot be made. */
  isNeeded: z.boolean().default(false),
};

/** A part of a piece that changes from row to row. */
export const slotSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('words'),
    ...own,
    lettering: id,
    upperCase: z.boolean().default(false),
    /** Characters; longer words are told of. */
    longest: z.int().min(1).max(5000).nullable().default(null),
    fit: z.enum(fits).default('shrink'),
    /** The room that words are fitted into, width and height in sheet px; null: what the design's own words take. */
    room: z
      .tuple([z.number().min(1).max(1e6), z.number().min(1).max(1e6)])
      .nullable()
      .default(null),
  }),
  /** A photograph: the value is a picture's file name. */
  z.strictObject({ kind: z.literal('plate'), ...own, plate: id }),
  /** The picture that letters are filled with. `coat`: its place among the ink's coats. */
  z.strictObject({ kind: z.literal('fill'), ...own, lettering: id, coat: z.int().min(0).max(1000) }),
  /** The colour of letters, or with null of the sheet. With `allowed` no other is taken. */
  z.strictObject({
    kind: z.literal('colour'),
    ...own,
    lettering: id.nullable(),
    allowed: z.array(colourSchema).max(200).default([]),
  }),
  /** The value is a face's name. With `allowed` no other is taken. */
  z.strictObject({
    kind: z.literal('face'),
    ...own,
    lettering: id,
    allowed: z.array(z.string().max(300)).max(200).default([]),
  }),
  /** The value is the name of a recipe for letters. */
  z.strictObject({ kind: z.literal('recipe'), ...own, lettering: id }),
  /** The value is the name of one of the piece's sizes. */
  z.strictObject({ kind: z.literal('size'), ...own }),
]);

export type Slot = z.infer<typeof slotSchema>;
export type SlotKind = Slot['kind'];
export type SlotOf<Kind extends SlotKind> = Extract<Slot, { kind: Kind }>;

export const mostSlots = 60;

export const slotsSchema = z
  .array(slotSchema)
  .max(mostSlots)
  .superRefine((slots, context) => {
    const names = slots.map(({ name }) => name.toLowerCase());
    const twice = slots.find((_, i) => names.indexOf(names[i]) < i);
    if (twice) context.addIssue({ code: 'custom', message: `Two slots are called "${twice.name}".` });
    const ids = slots.map((slot) => slot.id);
    if (new Set(ids).size < ids.length) context.addIssue({ code: 'custom', message: 'Two slots have the same id.' });
  });

/** What a row gives for each slot, by the slot's id; what is missing or empty gives nothing. */
export type RowValues = Readonly<Record<string, string>>;

/** Why a slot can no longer be filled, as a sentence; null where it can. */
export function slotProblem(piece: Piece, slot: Slot): string | null {
  if (slot.kind === 'size') return piece.sizes.length > 0 ? null : `"${slot.name}": the piece has no further sizes.`;
  if (slot.kind === 'plate') {
    if (!piece.plates.some((plate) => plate.id === slot.plate))
      return `"${slot.name}": its photograph is no longer in the piece.`;
    return piece.veils.some(({ plate }) => plate === slot.plate)
      ? `"${slot.name}": veils are cut from this photograph, and another one would not fit them.`
      : null;
  }
  if (slot.lettering === null) return null;
  const lettering = piece.letterings.find((one) => one.id === slot.lettering);
  if (!lettering) return `"${slot.name}": its words are no longer in the piece.`;
  if (slot.kind === 'fill' && lettering.ink.coats[slot.coat]?.kind !== 'picture')
    return `"${slot.name}": the letters are no longer filled with that picture.`;
  if ((slot.kind === 'words' || slot.kind === 'face') && lettering.words.shape)
    return `"${slot.name}": a shape stands there now in place of words.`;
  return null;
}

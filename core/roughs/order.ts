import { z } from 'zod';
import { partNames } from './weights';

/** The ways to set words into a photograph, in the order in which they are shown. */
export const kindNames = ['behind', 'woven', 'surface', 'calm', 'slope', 'window', 'standing', 'outline'] as const;
export type KindName = (typeof kindNames)[number];

/** So many letters a rough has at most: more are copy, not a headline. */
export const mostLetters = 80;

/** So many places can be kept free. */
export const mostKept = 40;

/** A sheet is at most so many times as long as it is wide. */
const widestShape = 8;

const fraction = z.number().min(0).max(1);
/** Less of a photograph is no picture any more. */
const shown = z.number().min(0.02).max(1);

/** What is asked for. */
export const roughsOrderSchema = z.strictObject({
  words: z
    .string()
    .max(400)
    .refine((words) => words.trim() !== '', 'Write the words first.')
    .refine(
      (words) => [...words.replace(/\s/g, '')].length <= mostLetters,
      `These words have more than ${mostLetters} letters: roughs are made for headlines. Leave words out.`,
    ),
  /** The same seed gives the same roughs; another seed gives others. */
  seed: z.int().min(0).max(1e6).default(1),
  /** Only these kinds; null for every kind. */
  kinds: z.array(z.enum(kindNames)).min(1).max(kindNames.length).nullable().default(null),
  /** Width and height that the sheet is to have, in any unit; null: those of the photograph. */
  shape: z
    .tuple([z.number().positive().max(1e6), z.number().positive().max(1e6)])
    .refine(([width, height]) => Math.max(width / height, height / width) <= widestShape, {
      message: `A sheet is at most ${widestShape} times as long as it is wide.`,
    })
    .nullable()
    .default(null),
  /** What stays as it is; null leaves it open. */
  locks: z
    .strictObject({
      /** SHA-256 of the face. */
      face: z.string().max(64).nullable().default(null),
      colour: z.string().max(40).nullable().default(null),
      /** Middle of the words, fractions of the sheet. */
      place: z
        .tuple([z.number().min(0).max(1), z.number().min(0).max(1)])
        .nullable()
        .default(null),
      /** What stands in front, by its number among what stands out. */
      front: z.int().min(0).max(9).nullable().default(null),
      /** The part of the photograph that is shown: left, top, width and height, fractions of it. */
      crop: z.tuple([fraction, fraction, shown, shown]).nullable().default(null),
    })
    .prefault({}),
  /** Places of the photograph that no letter may cover: across and down, fractions of it, and how far around, of its longer side. */
  keep: z
    .array(z.tuple([fraction, fraction, fraction]))
    .max(mostKept)
    .default([]),
  /** How much more or less parts of the score count for whoever asks. */
  taste: z.partialRecord(z.enum(partNames), z.number().min(-1).max(1)).default({}),
  /** Layouts that were shown before: others are wanted. Boxes of the words, fractions of the sheet. */
  unlike: z
    .array(z.tuple([z.number(), z.number(), z.number(), z.number()]))
    .max(60)
    .default([]),
});

export type RoughsOrder = z.infer<typeof roughsOrderSchema>;
/** The part of a photograph that is shown; null where nothing is said of it. */
export type Crop = RoughsOrder['locks']['crop'];

/** A shape as it is written in an address or an order: "1080x1350"; null for what is none. */
export function readShape(text: string | null): RoughsOrder['shape'] {
  const found = /^(\d+(?:\.\d+)?)x(\d+(?:\.\d+)?)$/.exec(text ?? '');
  const read = found && roughsOrderSchema.shape.shape.safeParse([Number(found[1]), Number(found[2])]);
  return read?.success ? read.data : null;
}

/** As `readKeep` reads them. */
export const writeKeep = (keep: RoughsOrder['keep']): string => keep.map((one) => one.join(',')).join(';');

/** Places that stay free as they are written in an address or an order: "0.5,0.3,0.05;0.2,0.8,0.02"; null for what are none. */
export function readKeep(text: string | null): RoughsOrder['keep'] | null {
  if (!text) return [];
  const read = roughsOrderSchema.shape.keep.safeParse(text.split(';').map((one) => one.split(',').map(Number)));
  return read.success ? read.data : null;
}

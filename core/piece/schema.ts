import { z } from 'zod';
import { coatSchema } from '../coats/schema';
import { passes as ours, type Passes } from '../passes';
import type { AssetKind, PassDocument } from '../passes/pass';
import { colourSchema } from '../pixels/colourSchema';
import { brokenLinks } from './links';
import { mostSizes, sizeSchema } from './sizeSchema';

/** The newest version of the piece format that this program reads and the one that it writes. */
export const pieceVersion = 6;

/** Largest sheet, in megapixels. */
export const largestSheet = 400;

export const sha256Schema = z.string().regex(/^[0-9a-f]{64}$/, 'A SHA-256 is 64 small hexadecimal digits.');
const assetKinds = ['plate', 'matte', 'front', 'face'] as const satisfies readonly AssetKind[];

export const assetSchema = z.strictObject({
  /** `front`: the colours of a solved edge, with its band as alpha. */
  kind: z.enum(assetKinds),
  name: z.string().max(300),
  /** Of the file's bytes; always there for a piece in the store. */
  sha256: sha256Schema.optional(),
  /** Where the file lies, relative to the piece file; in bundles. */
  path: z.string().max(500).optional(),
});

const along = z.number().min(-1e6).max(1e6);

/** An upright (`x`) or level (`y`) guide line, `at` sheet px from the left or the top. */
export const guideSchema = z.strictObject({ id: z.string().min(1).max(64), axis: z.enum(['x', 'y']), at: along });

/** A straight line drawn on the photograph, sheet px. */
export const slopeSchema = z.strictObject({
  id: z.string().min(1).max(64),
  from: z.tuple([along, along]),
  to: z.tuple([along, along]),
});

export const sheetSchema = z
  .strictObject({
    /** px */
    width: z.int().min(1).max(60000),
    height: z.int().min(1).max(60000),
    /** px per inch of paper */
    ppi: z.number().min(1).max(4800),
    /** CSS colour, or null for a transparent sheet. */
    paint: colourSchema.nullable(),
    /**
     * Laid over the paint, the first one lowest; where a coat goes by the cap height, it goes by the sheet's shorter
     * side here.
     */
    coats: z.array(coatSchema).max(40).default([]),
  })
  .refine(
    (sheet) => sheet.width * sheet.height <= largestSheet * 1e6,
    `A sheet has at most ${largestSheet} megapixels.`,
  );

/** What a document's part has as its schema. */
type Schema<Document> = Document extends { schema: infer Type } ? Type : never;
/** The fields of some documents, by name. */
type Shape<Documents> = { -readonly [Name in keyof Documents]: Schema<Documents[Name]> };
type LetteringDocuments = { [Name in keyof (typeof ours)['lettering']]: (typeof ours)['lettering'][Name]['document'] };
type DocumentsOf<Pass> = Pass extends { documents: infer Documents } ? Documents : never;
type Together<Union> = (Union extends unknown ? (each: Union) => void : never) extends (all: infer All) => void
  ? All
  : never;
type PictureDocuments = Together<DocumentsOf<(typeof ours)['picture'][keyof (typeof ours)['picture']]>>;

/** All documents of lettering passes, by field. */
export const letteringDocuments = (passes: Passes): Record<string, PassDocument<unknown>> =>
  Object.fromEntries(Object.entries(passes.lettering).map(([field, { document }]) => [field, document]));

/** All documents of picture passes, by field. */
export const pictureDocuments = (passes: Passes): Record<string, PassDocument<unknown>> =>
  Object.assign({}, ...Object.values(passes.picture).map(({ documents }) => documents)) as Record<
    string,
    PassDocument<unknown>
  >;

const shapeOf = (documents: Record<string, PassDocument<unknown>>): z.core.$ZodShape =>
  Object.fromEntries(Object.entries(documents).map(([field, { schema }]) => [field, schema]));

/** The schemas of the document, made from what passes own of it. */
export function schemasOf(passes: Passes) {
  const lettering = z.strictObject({
    id: z.string().min(1).max(64),
    name: z.string().max(200),
    ...(shapeOf(letteringDocuments(passes)) as Shape<LetteringDocuments>),
  });
  const piece = z
    .strictObject({
      format: z.literal('inky-veil/piece'),
      version: z.literal(pieceVersion),
      name: z.string().min(1).max(200),
      sheet: sheetSchema,
      assets: z.record(z.string(), assetSchema),
      letterings: z.array(lettering).max(200),
      /** Lines that items are brought to; they are never part of the picture. */
      guides: z.array(guideSchema).max(100).default([]),
      /** Slopes and horizons of the photograph that words can be set along. */
      slopes: z.array(slopeSchema).max(20).default([]),
      /** Further sheets that show the same design. */
      sizes: z.array(sizeSchema).max(mostSizes).default([]),
      /** Ids of what is in the piece and not seen on its first sheet. */
      out: z.array(z.string()).max(600).default([]),
      /** Ids of letterings and of what else stands on the depth line, from far to near. */
      depth: z.array(z.string()).max(400),
      ...(shapeOf(pictureDocuments(passes)) as Shape<PictureDocuments>),
    })
    .superRefine((made, context) => {
      for (const problem of brokenLinks(made, passes)) context.addIssue({ code: 'custom', message: problem });
    });
  return { lettering, piece };
}

const schemas = schemasOf(ours);
export const letteringSchema = schemas.lettering;
export const pieceSchema = schemas.piece;

export type Asset = z.infer<typeof assetSchema>;
export type Lettering = z.infer<typeof letteringSchema>;
export type Guide = z.infer<typeof guideSchema>;
export type Slope = z.infer<typeof slopeSchema>;
export type Sheet = z.infer<typeof sheetSchema>;
export type Piece = z.infer<typeof pieceSchema>;
/** The fields of a piece that passes over the picture own. */
export type PictureField = keyof PictureDocuments;

import { z } from 'zod';
import { isColour } from '../pixels/colour';
import { letteringPasses, scenePasses } from '../passes';
import { coatSchema, picturesOfCoat, type Coat } from '../coats/schema';
import { plainOutlines } from '../passes/outlines/schema';
import { crossingSchema, solvedOf } from '../passes/veils/schema';

/** The newest version of the piece format that this program reads and the one that it writes. */
export const pieceVersion = 5;

/** Largest sheet, in megapixels. */
export const largestSheet = 400;

const sha256 = z.string().regex(/^[0-9a-f]{64}$/, 'A SHA-256 is 64 small hexadecimal digits.');

export const assetSchema = z.strictObject({
  /** `front`: the colours of a solved edge, with its band as alpha. */
  kind: z.enum(['plate', 'matte', 'front', 'face']),
  name: z.string().max(300),
  /** Of the file's bytes; always there for a piece in the store. */
  sha256: sha256.optional(),
  /** Where the file lies, relative to the piece file; in bundles. */
  path: z.string().max(500).optional(),
});

const [words, stance, ink, outlines] = letteringPasses;

export const letteringSchema = z.strictObject({
  id: z.string().min(1).max(64),
  name: z.string().max(200),
  [words.key as 'words']: words.schema,
  [stance.key as 'stance']: stance.schema,
  [ink.key as 'ink']: ink.schema,
  [outlines.key as 'outlines']: outlines.schema.default(plainOutlines),
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
    paint: z.string().refine(isColour, 'This is not a colour that CSS knows.').nullable(),
    /** Laid over the paint, the first one lowest; where a coat goes by the cap height, it goes by the sheet's shorter side here. */
    coats: z.array(coatSchema).max(40).default([]),
  })
  .refine(
    (sheet) => sheet.width * sheet.height <= largestSheet * 1e6,
    `A sheet has at most ${largestSheet} megapixels.`,
  );

export const pieceSchema = z
  .strictObject({
    format: z.literal('inky-veil/piece'),
    version: z.literal(pieceVersion),
    name: z.string().min(1).max(200),
    sheet: sheetSchema,
    assets: z.record(z.string(), assetSchema),
    /** From far to near; all of them lie below the depth line's things. */
    plates: z.array(scenePasses.plate.schema).max(50),
    letterings: z.array(letteringSchema).max(200),
    /** Lines that things are brought to; they are never part of the picture. */
    guides: z.array(guideSchema).max(100).default([]),
    /** Slopes and horizons of the photograph that words can be set along. */
    slopes: z.array(slopeSchema).max(20).default([]),
    veils: z.array(scenePasses.veils.schema).max(200),
    /** Crossings that are turned by hand; `at` is the index of the letter's first UTF-16 unit. */
    weave: z.array(crossingSchema).max(20000).default([]),
    /** Laid on the photograph in this order, by the silhouettes of letters. */
    grades: z.array(scenePasses.grade.schema).max(100).default([]),
    /** Ids of letterings and veils, from far to near: the depth line. */
    depth: z.array(z.string()).max(400),
  })
  .superRefine((piece, context) => {
    for (const problem of brokenLinks(piece)) context.addIssue({ code: 'custom', message: problem });
  });

export type Asset = z.infer<typeof assetSchema>;
export type Lettering = z.infer<typeof letteringSchema>;

/** All coats of a lettering: of its ink, its panel, the openings in it, and its outlines. */
export const coatsOf = ({ ink, outlines: { list } }: Pick<Lettering, 'ink' | 'outlines'>): Coat[] => [
  ...ink.coats,
  ...(ink.panel?.coats ?? []),
  ...(ink.panel?.opening ?? []),
  ...list.flatMap(({ coats }) => coats),
];

export type Guide = z.infer<typeof guideSchema>;
export type Slope = z.infer<typeof slopeSchema>;
export type Sheet = z.infer<typeof sheetSchema>;
export type Piece = z.infer<typeof pieceSchema>;

type Links = Pick<Piece, 'sheet' | 'assets' | 'plates' | 'letterings' | 'veils' | 'depth' | 'weave' | 'grades'>;

/** Names that point at nothing, or the wrong kind of thing. */
function brokenLinks(piece: Links): string[] {
  const problems: string[] = [];
  const expectAsset = (key: string, kind: Asset['kind'], who: string): void => {
    const asset = Object.hasOwn(piece.assets, key) ? piece.assets[key] : undefined;
    if (!asset) problems.push(`${who} names the asset "${key}", which is not in the piece.`);
    else if (asset.kind !== kind) problems.push(`${who} needs a ${kind}, but "${key}" is a ${asset.kind}.`);
  };
  for (const plate of piece.plates) expectAsset(plate.asset, 'plate', `The plate "${plate.name}"`);
  for (const key of piece.sheet.coats.flatMap(picturesOfCoat)) expectAsset(key, 'plate', 'The sheet');
  for (const lettering of piece.letterings) {
    const {
      name,
      words: { face, fallbacks, shape },
    } = lettering;
    for (const key of coatsOf(lettering).flatMap(picturesOfCoat)) expectAsset(key, 'plate', `The lettering "${name}"`);
    for (const key of shape && face === '' ? fallbacks : [face, ...fallbacks])
      expectAsset(key, 'face', `The lettering "${name}"`);
  }
  for (const veil of piece.veils) {
    for (const { key, kind } of solvedOf(veil)) expectAsset(key, kind, `The veil "${veil.name}"`);
    if (!piece.plates.some((plate) => plate.id === veil.plate))
      problems.push(`The veil "${veil.name}" is cut from a plate that is not there.`);
  }
  for (const { veil, lettering } of piece.weave) {
    if (!piece.veils.some(({ id }) => id === veil) || !piece.letterings.some(({ id }) => id === lettering))
      problems.push('A crossing is woven between things that are not there.');
  }
  for (const {
    reach: { lettering, on },
  } of piece.grades) {
    const isThere =
      piece.letterings.some(({ id }) => id === lettering) &&
      (on.kind === 'all' || piece.veils.some(({ id }) => id === on.veil));
    if (!isThere) problems.push('A grade reaches for letters or a veil that are not there.');
  }
  const ids = [...piece.plates, ...piece.letterings, ...piece.veils, ...piece.grades].map((item) => item.id);
  if (new Set(ids).size !== ids.length) problems.push('Two things in the piece have the same id.');
  const inDepth = [...piece.letterings, ...piece.veils].map((item) => item.id);
  if (inDepth.length !== piece.depth.length || inDepth.some((id) => !piece.depth.includes(id))) {
    problems.push('The depth line must name each lettering and each veil once.');
  }
  return problems;
}

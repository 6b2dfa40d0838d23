import { z } from 'zod';
import { picturesOfCoat, type Coat } from '../coats/schema';
import { coatsOfInk, inkSchema } from '../passes/ink/schema';
import { coatsOfOutlines, outlinesSchema } from '../passes/outlines/schema';
import type { Edit } from '../piece/edits/edit';
import { dropUnused, itemOf, keepAsset } from '../piece/edits/items';
import { assetSchema, type Lettering, type Piece } from '../piece/schema';

/** The ink, panel and outlines of a lettering under a name: all that can be put on other words in another place. */
export const recipeSchema = z
  .strictObject({
    name: z.string().trim().min(1, 'A recipe needs a name.').max(80),
    /** What it looks like, in a few words. */
    note: z.string().max(200).default(''),
    ink: inkSchema,
    outlines: outlinesSchema,
    /** The pictures that its coats name. */
    assets: z.record(z.string(), assetSchema).default({}),
  })
  .superRefine(({ ink, outlines, assets }, context) => {
    for (const key of coatsOf({ ink, outlines }).flatMap(picturesOfCoat))
      if (!assets[key]?.sha256 || assets[key].kind !== 'plate')
        context.addIssue({
          code: 'custom',
          message: `The recipe names the picture "${key}", which it does not bring.`,
        });
  });

export type Recipe = z.infer<typeof recipeSchema>;

const coatsOf = ({ ink, outlines }: Pick<Recipe, 'ink' | 'outlines'>): Coat[] => [
  ...coatsOfInk(ink),
  ...coatsOfOutlines(outlines),
];

/** What belongs to single letters of other words is left out. */
const forAnyWord = (coat: Coat): Coat => ({ ...coat, ...(coat.kind === 'picture' && { slips: [] }) });

/** The recipe of a lettering as it is now. */
export function recipeOf(
  piece: Pick<Piece, 'assets'>,
  { ink, outlines }: Pick<Lettering, 'ink' | 'outlines'>,
  name: string,
): Recipe {
  const keys = new Set(coatsOf({ ink, outlines }).flatMap(picturesOfCoat));
  return structuredClone({
    name,
    note: '',
    ink,
    outlines,
    assets: Object.fromEntries(Object.entries(piece.assets).filter(([key]) => keys.has(key))),
  });
}

/** Puts a recipe on a lettering: the word and its place stay, ink, panel and outlines are the recipe's. */
export const applyRecipe =
  (id: string, recipe: Recipe): Edit =>
  (piece) => {
    const lettering = itemOf(piece.letterings, id);
    const keys = Object.fromEntries(
      Object.entries(recipe.assets).map(([key, asset]) => [
        key,
        keepAsset(piece, asset as Parameters<typeof keepAsset>[1]),
      ]),
    );
    const { ink, outlines } = structuredClone({ ink: recipe.ink, outlines: recipe.outlines });
    for (const coats of [
      ink.coats,
      ink.panel?.coats,
      ink.panel?.opening,
      ...outlines.list.map((outline) => outline.coats),
    ]) {
      coats?.forEach((coat, i) => {
        coats[i] = forAnyWord(coat);
        const own = coats[i];
        if (own.kind !== 'picture') return;
        own.asset = keys[own.asset];
        own.more = own.more.map((key) => keys[key]);
      });
    }
    Object.assign(lettering, { ink, outlines });
    dropUnused(piece);
  };

import { z } from 'zod';
import { drapeSchema } from '../passes/drape/schema';
import { castsSchema } from '../light/casting/schema';
import { focusSchema } from '../passes/focus/schema';
import { gradeSchema, isByLetters, type Grade } from '../passes/grade/schema';
import type { GoingAlong } from '../passes/pass';
import { bodySchema } from '../passes/relief/schema';
import { vignetteSchema } from '../passes/vignette/schema';
import type { Edit } from '../piece/edits/edit';
import { freeId } from '../piece/edits/items';
import { letteringDocuments, pictureDocuments, type Lettering, type Piece } from '../piece/schema';
import { passes } from '../passes';

/**
 * Lines 6 to 9 under a name, for any photograph and any words: how ink takes to the surface, what the letters throw and
 * what body they have, focus and grain, grades and vignette.
 */
export const pieceRecipeSchema = z.strictObject({
  name: z.string().trim().min(1, 'A recipe needs a name.').max(80),
  /** What it looks like, in a few words. */
  note: z.string().max(200).default(''),
  /** What its lengths are told for: the sheet's longer side, and the height of the letters, px. */
  side: z.number().min(1).max(1e6).default(1800),
  letters: z.number().min(1).max(1e6).default(240),
  drape: drapeSchema.pick({ displacement: true, bite: true }).prefault({}),
  relief: bodySchema.prefault({}),
  casts: castsSchema.prefault({}),
  focus: focusSchema.prefault({}),
  /** Those that are told by letters are laid on once for each lettering. */
  grades: z.array(gradeSchema).max(20).default([]),
  vignette: vignetteSchema.nullable().default(null),
});

export type PieceRecipe = z.infer<typeof pieceRecipeSchema>;

type LetterParts = Pick<PieceRecipe, 'drape' | 'relief' | 'casts' | 'focus'>;

/** What belongs to a place of one sheet, or to single letters of one word, is left out. */
function forAnyPlace({ drape, relief, casts, focus }: LetterParts): LetterParts {
  const { displacement } = drape;
  const isByPlace = displacement && (displacement.map.from === 'painted' || displacement.map.from === 'picture');
  return structuredClone({
    drape: { bite: drape.bite, displacement: isByPlace ? null : displacement },
    relief: { ...relief, thickness: null },
    casts: {
      ...casts,
      foot: null,
      touch: [],
      thrown: casts.thrown && { ...casts.thrown, tips: null, wall: null },
    },
    focus: { ...focus, blur: focus.blur && { ...focus.blur, along: null, letters: [] } },
  });
}

const longer = ({ sheet }: Pick<Piece, 'sheet'>): number => Math.max(sheet.width, sheet.height);

/** Whether a grade can be laid on another piece: one that is kept to a veil or a photograph cannot. */
const isForAny = ({ reach }: Grade): boolean => reach.on.kind === 'all';

/**
 * The recipe of a piece as it is now, by one of its letterings.
 * @param height of its letters, sheet px
 */
export function pieceRecipeOf(piece: Piece, lettering: Lettering, height: number, name: string): PieceRecipe {
  const { displacement, bite } = lettering.drape;
  const { relief, casts, focus } = lettering;
  return {
    name,
    note: '',
    side: longer(piece),
    letters: Math.max(1, height),
    ...forAnyPlace({ drape: { displacement, bite }, relief, casts, focus }),
    grades: structuredClone(
      piece.grades.filter(
        (grade) => isForAny(grade) && (grade.reach.lettering === null || grade.reach.lettering === lettering.id),
      ),
    ),
    vignette: structuredClone(piece.vignette),
  };
}

const scaledBy = (factor: number): GoingAlong => ({ factor, at: ([x, y]) => [x, y] });

/**
 * Puts a recipe on a piece: what is on lines 6 to 9 becomes the recipe's, but for what is drawn by hand there: planes,
 * nets, pulls, drips, glows, and where letters stand.
 * @param heights of the letters of each lettering, sheet px
 */
export const applyPieceRecipe =
  (recipe: PieceRecipe, heights: ReadonlyMap<string, number>): Edit =>
  (piece) => {
    const onSheet = longer(piece) / recipe.side;
    const documents = letteringDocuments(passes);
    for (const lettering of piece.letterings) {
      const parts = forAnyPlace(recipe);
      const byLetters = (heights.get(lettering.id) ?? recipe.letters * onSheet) / recipe.letters;
      const towards = lettering.relief.thickness;
      const { foot, touch } = lettering.casts;
      Object.assign(lettering.drape, parts.drape);
      Object.assign(lettering, { relief: parts.relief, casts: parts.casts, focus: parts.focus });
      for (const [field, factor] of [
        ['relief', byLetters],
        ['casts', byLetters],
        ['focus', onSheet],
      ] as const)
        documents[field].resized?.(lettering[field] as never, { design: scaledBy(factor), plate: () => scaledBy(1) });
      scaleSurface(lettering, onSheet);
      // Where it stands, and what body it has, is the piece's own.
      lettering.relief.thickness = towards;
      Object.assign(lettering.casts, { foot, touch });
    }
    piece.grades = [];
    for (const grade of recipe.grades.filter(isForAny)) {
      const owners = isByLetters(grade.reach.area) ? piece.letterings.map(({ id }) => id) : [null];
      for (const lettering of owners)
        piece.grades.push({
          ...structuredClone(grade),
          id: freeId(piece, 'grade'),
          reach: { ...grade.reach, lettering },
        });
    }
    pictureDocuments(passes).grades.resized?.(piece.grades as never, {
      design: scaledBy(onSheet),
      plate: () => scaledBy(1),
    });
    piece.vignette = structuredClone(recipe.vignette);
  };

/** Map and bite of a recipe, and nothing else of line 6. */
function scaleSurface({ drape }: Lettering, factor: number): void {
  const { displacement, bite } = drape;
  letteringDocuments(passes).drape.resized?.(
    { displacement, bite, mesh: null, pull: null, drips: null, plane: null } as never,
    { design: scaledBy(factor), plate: () => scaledBy(1) },
  );
}

import { applyPieceRecipe, pieceRecipeOf } from '../../../core/recipes/pieceRecipe';
import { shippedPieceRecipes } from '../../../core/recipes/shippedPieces';
import type { Lettering } from '../../../core/piece/schema';
import { standingBox } from '../../../core/type/standing';
import { pieceRecipes } from '../../api/recipes';
import { useBench } from '../benchContext';
import { useLampStood } from '../lampStood';
import { RecipeList } from './RecipeList';

/** Recipes for lines 6 to 9 of the whole piece. */
export function PieceRecipes() {
  const { piece, lettering, lettersOf } = useBench();
  const withLamp = useLampStood();
  if (!lettering) return null;
  const heightOf = (one: Lettering): number | null => {
    const letters = lettersOf(one);
    const box = letters && standingBox(letters);
    return box && box.height / Math.max(1, one.words.text.split('\n').length);
  };
  // Asked for when a recipe is put on: the ticket is drawn more often than that.
  const heights = (): Map<string, number> =>
    new Map(
      piece.letterings.flatMap((one) => {
        const height = heightOf(one);
        return height ? [[one.id, height] as const] : [];
      }),
    );
  return (
    <RecipeList
      label="Recipes for the whole piece"
      title="Recipes for the whole piece: lines 6 to 9"
      shelf={pieceRecipes}
      shipped={shippedPieceRecipes}
      applied={(recipe) => withLamp((draft) => applyPieceRecipe(recipe, heights())(draft))}
      made={(name) => pieceRecipeOf(piece, lettering, heightOf(lettering) ?? 240, name)}
    />
  );
}

import { applyRecipe, recipeOf } from '../../../core/recipes/recipe';
import { shippedRecipes } from '../../../core/recipes/shipped';
import type { Lettering } from '../../../core/piece/schema';
import { letterRecipes } from '../../api/recipes';
import { useBench } from '../benchContext';
import { RecipeList } from './RecipeList';

/** Recipes for one lettering's ink, panel and outlines. */
export function Recipes({ lettering }: { lettering: Lettering }) {
  const { piece } = useBench();
  return (
    <RecipeList
      label="Recipes"
      title="Recipes: ink, panel and outlines by name"
      shelf={letterRecipes}
      shipped={shippedRecipes}
      applied={(recipe) => applyRecipe(lettering.id, recipe)}
      made={(name) => recipeOf(piece, lettering, name)}
    />
  );
}

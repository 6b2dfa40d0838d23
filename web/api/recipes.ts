import type { PieceRecipe } from '../../core/recipes/pieceRecipe';
import type { Recipe } from '../../core/recipes/recipe';
import type { StoredPieceRecipe, StoredRecipe } from '../../server/store/recipes';
import { api, ask } from './client';

export type { StoredPieceRecipe, StoredRecipe };

/** Recipes of one kind in the store. Everything throws ServerProblem with the reason. */
export interface RecipeShelf<Kept, Stored> {
  list(): Promise<Stored[]>;
  keep(recipe: Kept): Promise<Stored>;
  remove(id: string): Promise<unknown>;
}

const remove = (id: string): Promise<unknown> => ask(api.recipes[':id'].$delete({ param: { id } }));

export const letterRecipes: RecipeShelf<Recipe, StoredRecipe> = {
  list: () => ask(api.recipes.$get()),
  keep: (recipe) => ask(api.recipes.$post({ json: recipe })),
  remove,
};

export const pieceRecipes: RecipeShelf<PieceRecipe, StoredPieceRecipe> = {
  list: () => ask(api.recipes.pieces.$get()),
  keep: (recipe) => ask(api.recipes.pieces.$post({ json: recipe })),
  remove,
};

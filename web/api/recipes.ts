import type { Recipe } from '../../core/recipes/recipe';
import type { StoredRecipe } from '../../server/store/recipes';
import { api, ask } from './client';

export type { StoredRecipe };

export const listRecipes = (): Promise<StoredRecipe[]> => ask(api.recipes.$get());

/** @throws ServerProblem with the reason */
export const keepRecipe = (recipe: Recipe): Promise<StoredRecipe> => ask(api.recipes.$post({ json: recipe }));

export const removeRecipe = (id: string): Promise<unknown> => ask(api.recipes[':id'].$delete({ param: { id } }));

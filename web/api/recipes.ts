import type { Recipe } from '../../core/recipes/recipe';
import type { StoredRecipe } from '../../server/store/recipes';
import { ask } from './client';

export type { StoredRecipe };

export const listRecipes = (): Promise<StoredRecipe[]> => ask('/recipes');

/** @throws ServerProblem with the reason */
export const keepRecipe = (recipe: Recipe): Promise<StoredRecipe> => ask('/recipes', { json: recipe });

export const removeRecipe = (id: string): Promise<unknown> => ask(`/recipes/${id}`, { method: 'DELETE' });

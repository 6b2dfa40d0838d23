import { Hono } from 'hono';
import { pieceRecipeSchema } from '../../core/recipes/pieceRecipe';
import { recipeSchema } from '../../core/recipes/recipe';
import { Problem } from '../problem';
import type { Studio } from '../studio';
import { body } from './input';

/** Recipes that people have kept, for letters and for whole pieces: all of them, keeping one, and taking one away. */
export function recipeRoutes(studio: Studio) {
  return new Hono()
    .get('/', (context) => context.json(studio.recipes.list()))
    .get('/pieces', (context) => context.json(studio.pieceRecipes.list()))
    .post('/', body(recipeSchema), async (context) => {
      const recipe = context.req.valid('json');
      for (const { sha256 } of Object.values(recipe.assets)) studio.assets.get(sha256!);
      return context.json(studio.recipes.add(recipe));
    })
    .post('/pieces', body(pieceRecipeSchema), (context) =>
      context.json(studio.pieceRecipes.add(context.req.valid('json'))),
    )
    .delete('/:id', (context) => {
      if (!studio.recipes.remove(context.req.param('id'))) throw new Problem(404, 'This recipe no longer exists.');
      return context.body(null, 204);
    });
}

import { pictureCoat } from '../core/coats/schema';
import { shippedRecipes } from '../core/recipes/shipped';
import { shippedPieceRecipes } from '../core/recipes/shippedPieces';
import type { StoredPieceRecipe, StoredRecipe } from './store/recipes';
import { testStudio } from './testing/studio';

const { ask, studio } = testStudio();
const list = async (): Promise<StoredRecipe[]> => (await (await ask('/recipes')).json()) as StoredRecipe[];

test('a recipe is kept, listed with the newest first, and forgotten', async () => {
  const [first, second] = shippedRecipes;
  for (const recipe of [first, second])
    expect((await ask('/recipes', { method: 'POST', body: JSON.stringify(recipe) })).status).toBe(200);
  const kept = await list();
  expect(kept.map(({ name }) => name)).toEqual([second.name, first.name]);
  expect(kept[1]).toEqual({ ...first, id: kept[1].id });
  expect((await ask(`/recipes/${kept[0].id}`, { method: 'DELETE' })).status).toBe(204);
  expect((await list()).map(({ name }) => name)).toEqual([first.name]);
  expect((await ask(`/recipes/${kept[0].id}`, { method: 'DELETE' })).status).toBe(404);
});

test('what is no recipe, or names a picture that is not in the store, is refused with a reason', async () => {
  const bad = { ...shippedRecipes[0], name: '' };
  const result = await ask('/recipes', { method: 'POST', body: JSON.stringify(bad) });
  expect([result.status, ((await result.json()) as { message: string }).message]).toEqual([
    400,
    expect.stringMatching(/name/),
  ]);
  const strange = {
    ...shippedRecipes[0],
    ink: { ...shippedRecipes[0].ink, coats: [pictureCoat({ asset: 'p' })] },
    assets: { p: { kind: 'plate', name: 'p', sha256: 'b'.repeat(64) } },
  };
  expect((await ask('/recipes', { method: 'POST', body: JSON.stringify(strange) })).status).toBe(404);
  expect((await ask('/recipes', { method: 'POST', body: 'not json' })).status).toBe(400);
});

test('recipes for whole pieces are kept beside those for letters, and a damaged one does not hide the others', async () => {
  const [first] = shippedPieceRecipes;
  expect((await ask('/recipes/pieces', { method: 'POST', body: JSON.stringify(first) })).status).toBe(200);
  const pieces = async (): Promise<StoredPieceRecipe[]> =>
    (await (await ask('/recipes/pieces')).json()) as StoredPieceRecipe[];
  const [kept] = await pieces();
  expect(kept).toEqual({ ...first, id: kept.id });
  expect((await list()).map(({ name }) => name)).not.toContain(first.name);
  const bad = { ...first, side: -1 };
  expect((await ask('/recipes/pieces', { method: 'POST', body: JSON.stringify(bad) })).status).toBe(400);
  studio.database.prepare("insert into recipes values ('x', 'x', '{', 1, 'piece')").run();
  expect((await pieces()).map(({ name }) => name)).toEqual([first.name]);
  expect((await ask(`/recipes/${kept.id}`, { method: 'DELETE' })).status).toBe(204);
  expect(await pieces()).toEqual([]);
});

import { pictureCoat, solidCoat } from '../coats/schema';
import { plainInk } from '../passes/ink/schema';
import { plainOutline } from '../passes/outlines/schema';
import { blankLettering, blankPiece } from '../piece/blank';
import { applyEdit, problemWith } from '../piece/edits/edit';
import { addLettering } from '../piece/edits/items';
import type { Lettering, Piece } from '../piece/schema';
import { applyRecipe, recipeOf, recipeSchema } from './recipe';
import { shippedRecipes } from './shipped';

const sheet = { width: 600, height: 400, ppi: 300, paint: '#ffffff' };
const withWord = (piece: Piece): Piece =>
  applyEdit(
    piece,
    addLettering(
      {
        ...blankLettering('w', 'w', '', sheet),
        words: { ...blankLettering('w', 'w', '', sheet).words, shape: { kind: 'ellipse', height: 1 } },
      },
      null,
    ),
  ).piece;
const dune = { kind: 'plate' as const, name: 'dune', sha256: 'a'.repeat(64) };

test('every shipped recipe can be put on any word, has a name of its own, and keeps the word and its place', () => {
  expect(shippedRecipes.length).toBeGreaterThanOrEqual(10);
  expect(new Set(shippedRecipes.map(({ name }) => name)).size).toBe(shippedRecipes.length);
  const piece = withWord(blankPiece('p', sheet));
  for (const recipe of shippedRecipes) {
    const { piece: next } = applyEdit(piece, applyRecipe('w', recipe));
    expect(problemWith(next)).toBeNull();
    expect([next.letterings[0].words, next.letterings[0].stance]).toEqual([
      piece.letterings[0].words,
      piece.letterings[0].stance,
    ]);
    expect(next.letterings[0].outlines).toEqual(recipe.outlines);
  }
});

test('a recipe brings its pictures along, under the keys of the piece that it comes to; slips of single letters stay behind', () => {
  const plain = withWord({ ...blankPiece('p', sheet), assets: { 'a-picture': dune } });
  const lettering: Lettering = {
    ...plain.letterings[0],
    ink: plainInk([
      solidCoat({ colour: '#abcdef' }),
      pictureCoat({ asset: 'a-picture', more: ['a-picture'], slips: [{ at: 0, x: 1, y: 0, scale: 1 }] }),
    ]),
    outlines: {
      round: 0,
      corners: 'both',
      grow: 0,
      list: [plainOutline({ id: 'o', unit: 'px', width: 3, side: 'inside', colour: '#123456' })],
    },
  };
  const recipe = recipeOf({ assets: { 'a-picture': dune } }, lettering, 'Mine');
  expect(recipeSchema.parse(JSON.parse(JSON.stringify(recipe)))).toEqual(recipe);
  const { piece } = applyEdit(withWord(blankPiece('q', sheet)), applyRecipe('w', recipe));
  const key = `plate-${'a'.repeat(12)}`;
  expect(piece.assets[key]).toEqual(dune);
  expect(piece.letterings[0].ink.coats[1]).toMatchObject({ asset: key, more: [key], slips: [] });
  expect(problemWith(piece)).toBeNull();
});

test('a recipe without a name, or with a picture that it does not bring, is refused', () => {
  const [first] = shippedRecipes;
  expect(recipeSchema.safeParse({ ...first, name: '  ' }).success).toBe(false);
  const result = recipeSchema.safeParse({ ...first, ink: plainInk([pictureCoat({ asset: 'gone' })]) });
  expect(result.error!.issues[0].message).toMatch(/names the picture "gone"/);
});

import { plainGrade } from '../passes/grade/schema';
import { plainCasts, thrownSchema } from '../light/casting/schema';
import { plainBody } from '../passes/relief/schema';
import { blankLettering, blankPiece } from '../piece/blank';
import { applyEdit, problemWith } from '../piece/edits/edit';
import { addLettering } from '../piece/edits/items';
import type { Piece } from '../piece/schema';
import { applyPieceRecipe, pieceRecipeOf, pieceRecipeSchema } from './pieceRecipe';
import { shippedPieceRecipes } from './shippedPieces';

const sheet = { width: 900, height: 600, ppi: 300, paint: '#ffffff' };
const withWords = (...ids: string[]): Piece =>
  ids.reduce(
    (piece, id) =>
      applyEdit(
        piece,
        addLettering(
          {
            ...blankLettering(id, id, '', sheet),
            words: { ...blankLettering(id, id, '', sheet).words, shape: { kind: 'ellipse', height: 1 } },
          },
          null,
        ),
      ).piece,
    blankPiece('p', sheet),
  );
const put = (
  piece: Piece,
  recipe: Parameters<typeof applyPieceRecipe>[0],
  heights = new Map<string, number>(),
): Piece => applyEdit(piece, applyPieceRecipe(recipe, heights)).piece;

test('ten and more recipes come with the program; each fits any piece, says what it is, and changes something', () => {
  expect(shippedPieceRecipes.length).toBeGreaterThanOrEqual(10);
  expect(new Set(shippedPieceRecipes.map(({ name }) => name)).size).toBe(shippedPieceRecipes.length);
  const piece = withWords('a', 'b');
  for (const recipe of shippedPieceRecipes) {
    expect(recipe.note).not.toBe('');
    const next = put(piece, recipe);
    expect(problemWith(next)).toBeNull();
    expect(next).not.toEqual(piece);
    for (const { words, ink, stance, outlines } of next.letterings)
      expect({ words, ink, stance, outlines }).toEqual({
        words: piece.letterings[0].words,
        ink: piece.letterings[0].ink,
        stance: piece.letterings[0].stance,
        outlines: piece.letterings[0].outlines,
      });
    // Another one afterwards leaves nothing of the first.
    expect(put(next, shippedPieceRecipes[0])).toEqual(put(piece, shippedPieceRecipes[0]));
  }
});

test('lengths go with the letters and with the sheet that a recipe comes to', () => {
  const recipe = pieceRecipeSchema.parse({
    name: 'one',
    side: 1800,
    letters: 200,
    relief: plainBody({ lip: { width: 4 } }),
    casts: { contact: { offset: 10, blur: 6 } },
    focus: { blur: { sigma: 2 } },
    grades: [{ ...plainGrade('g', { lettering: 'words', area: 'outside', on: { kind: 'all' } }), blur: 8 }],
  });
  const next = put(
    withWords('a', 'b'),
    recipe,
    new Map([
      ['a', 100],
      ['b', 400],
    ]),
  );
  const [a, b] = next.letterings;
  expect([a.relief.lip!.width, b.relief.lip!.width]).toEqual([2, 8]);
  expect([a.casts.contact!.offset, b.casts.contact!.offset]).toEqual([5, 20]);
  // The sheet is half as long as the recipe's.
  expect(a.focus.blur!.sigma).toBe(1);
  expect(next.grades.map(({ reach, blur }) => [reach.lettering, blur])).toEqual([
    ['a', 4],
    ['b', 4],
  ]);
});

test('a recipe of a piece, put on the same piece, is what was there, but for what is kept to a veil or a place', () => {
  const piece = structuredClone(withWords('a'));
  const [lettering] = piece.letterings;
  lettering.casts = plainCasts({
    contact: {},
    thrown: thrownSchema.parse({
      onto: 'ground',
      tips: [
        [0, 0],
        [10, 0],
      ],
    }),
    foot: [
      [1, 2],
      [3, 4],
    ],
  });
  lettering.relief = plainBody({ thickness: { depth: 20 } });
  piece.grades = [
    { ...plainGrade('one', { lettering: 'a', area: 'inside', on: { kind: 'all' } }), light: 1 },
    { ...plainGrade('two', { lettering: null, area: 'photograph', on: { kind: 'veil', veil: 'v' } }), light: 1 },
    { ...plainGrade('three', { lettering: 'other', area: 'inside', on: { kind: 'all' } }), light: 1 },
  ];
  const recipe = pieceRecipeOf(piece, lettering, 150, ' Mine ');
  expect(pieceRecipeSchema.parse(JSON.parse(JSON.stringify(recipe))).name).toBe('Mine');
  expect(recipe.grades.map(({ id }) => id)).toEqual(['one']);
  expect(recipe.casts.thrown!.tips).toBeNull();
  const again = put(piece, recipe, new Map([['a', 150]]));
  expect(again.letterings[0]).toMatchObject({
    casts: { foot: lettering.casts.foot, contact: lettering.casts.contact },
    relief: { thickness: lettering.relief.thickness },
  });
  expect(again.grades).toHaveLength(1);
});

test('a recipe without a name is refused', () => {
  expect(pieceRecipeSchema.safeParse({ name: '  ' }).success).toBe(false);
});

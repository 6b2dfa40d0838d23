import { randomUUID } from 'node:crypto';
import type Database from 'better-sqlite3';
import type { z } from 'zod';
import { pieceRecipeSchema, type PieceRecipe } from '../../core/recipes/pieceRecipe';
import { recipeSchema, type Recipe } from '../../core/recipes/recipe';

/** A recipe that somebody has kept. */
export type Stored<Kept> = Kept & { id: string };
export type StoredRecipe = Stored<Recipe>;
export type StoredPieceRecipe = Stored<PieceRecipe>;

interface Row {
  id: string;
  body: string;
}

/** Recipes of one kind. */
export class RecipeStore<Kept extends { name: string }> {
  constructor(
    private readonly database: Database.Database,
    private readonly kind: 'letters' | 'piece',
    private readonly schema: z.ZodType<Kept>,
  ) {}

  /**
   * The newest first. Recipes of an older program are brought up to date as they are read; one that cannot be read is
   * left out, so that the others can be used.
   */
  list(): Stored<Kept>[] {
    return this.database
      .prepare<[string], Row>('select id, body from recipes where kind = ? order by created_at desc, rowid desc')
      .all(this.kind)
      .flatMap(({ id, body }) => {
        const read = this.schema.safeParse(parsed(body));
        return read.success ? { ...read.data, id } : [];
      });
  }

  add(recipe: Kept): Stored<Kept> {
    const id = randomUUID();
    this.database
      .prepare('insert into recipes (id, kind, name, body, created_at) values (?, ?, ?, ?, ?)')
      .run(id, this.kind, recipe.name, JSON.stringify(recipe), Date.now());
    return { ...recipe, id };
  }

  /** @returns false where there was none */
  remove(id: string): boolean {
    return this.database.prepare('delete from recipes where id = ?').run(id).changes > 0;
  }
}

function parsed(body: string): unknown {
  try {
    return JSON.parse(body);
  } catch {
    return null;
  }
}

export const letterRecipes = (database: Database.Database): RecipeStore<Recipe> =>
  new RecipeStore(database, 'letters', recipeSchema);
export const pieceRecipes = (database: Database.Database): RecipeStore<PieceRecipe> =>
  new RecipeStore(database, 'piece', pieceRecipeSchema);

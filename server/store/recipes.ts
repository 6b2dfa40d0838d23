import { randomUUID } from 'node:crypto';
import type Database from 'better-sqlite3';
import { recipeSchema, type Recipe } from '../../core/recipes/recipe';

/** A recipe that somebody has kept. */
export interface StoredRecipe extends Recipe {
  id: string;
}

interface Row {
  id: string;
  body: string;
}

export class RecipeStore {
  constructor(private readonly database: Database.Database) {}

  /** The newest first. Recipes of an older program are brought up to date as they are read. */
  list(): StoredRecipe[] {
    return this.database
      .prepare<[], Row>('select id, body from recipes order by created_at desc, rowid desc')
      .all()
      .map(({ id, body }) => ({ ...recipeSchema.parse(JSON.parse(body)), id }));
  }

  add(recipe: Recipe): StoredRecipe {
    const id = randomUUID();
    this.database
      .prepare('insert into recipes (id, name, body, created_at) values (?, ?, ?, ?)')
      .run(id, recipe.name, JSON.stringify(recipe), Date.now());
    return { ...recipe, id };
  }

  /** @returns false where there was none */
  remove(id: string): boolean {
    return this.database.prepare('delete from recipes where id = ?').run(id).changes > 0;
  }
}

import { createHash } from 'node:crypto';
import type { Recipe } from '../../core/recipes/recipe';
import { fileFormats } from '../../core/formats/formats';
import { distinctFileNames, fileNameOf } from '../../core/piece/fileNames';
import { ownOf, type Own } from '../../core/runs/own';
import type { RunPicture } from '../../core/runs/pictures';
import { pictureKey, valuesFor } from '../../core/runs/table/matchColumns';
import type { PictureShapes } from '../render/fileLibrary';
import type { Studio } from '../studio';
import type { RowOrder, RunDesign } from './orders';
import { rowPieceId, type StoredRow, type StoredRun } from './store';

/** A change of what rows are solved to makes all of them waiting again: counted up with it. */
const solvedBy = 2;

const hashOf = (...parts: unknown[]): string => {
  const hash = createHash('sha256');
  for (const part of parts) hash.update(typeof part === 'string' ? part : JSON.stringify(part)).update('\0');
  return hash.digest('hex');
};

/** Files that something done by hand brings along. */
const hashesIn = (own: Own): string[] => [...new Set(JSON.stringify(own).match(/\b[0-9a-f]{64}\b/g) ?? [])];

/** What all rows of a run are made from, read once for many of them. */
export interface Given {
  run: StoredRun;
  design: RunDesign;
  pictures: Map<string, RunPicture>;
  recipes: Recipe[];
}

/** What rows are made from, as it is in the store now; the same key means the same row, and the same file. */
export class RowOrders {
  private readonly designs = new Map<string, { mark: string; design: RunDesign }>();
  private readonly owns = new Map<string, { version: number; own: Own }>();

  constructor(private readonly studio: Studio) {}

  givenOf(run: StoredRun): Given {
    return {
      run,
      design: this.designOf(run),
      pictures: this.studio.runs.pictures(run.id),
      recipes: this.studio.recipes.list(),
    };
  }

  /** What a row names: pictures by their names, recipes by theirs. */
  orderOf({ run, pictures: known, recipes: all }: Given, row: StoredRow, withShapes = true): RowOrder {
    const { slots, matched } = run.settings;
    const values = valuesFor(slots, matched, row.cells);
    const pictures: RowOrder['pictures'] = {};
    const recipes: RowOrder['recipes'] = {};
    const hashes: string[] = [];
    for (const { id, kind } of slots) {
      const value = values[id].trim();
      if (value === '') continue;
      if (kind === 'plate' || kind === 'fill') {
        const picture = known.get(pictureKey(value));
        pictures[value] = picture ?? `There is no picture "${value}". Bring it, or correct its name.`;
        if (picture) hashes.push(picture.sha256);
      } else if (kind === 'recipe') {
        const recipe = all.find(({ name }) => name.toLowerCase() === value.toLowerCase());
        if (!recipe) continue;
        recipes[value] = recipe;
        for (const asset of Object.values(recipe.assets)) if (asset.sha256) hashes.push(asset.sha256);
      }
    }
    const own = this.ownIn(run.id, row);
    if (own.length > 0) hashes.push(...hashesIn(own));
    return { values, pictures, recipes, own, shapes: withShapes ? this.shapesOf(hashes) : {} };
  }

  /** The same for what a row is solved from. */
  solveKey(given: Given, row: StoredRow): string {
    const { values, pictures, recipes, own } = this.orderOf(given, row, false);
    return hashOf(given.design.key, values, pictures, recipes, own);
  }

  /** The same for what a file is made from. */
  makeKey(run: StoredRun, solveKey: string, name: string): string {
    return hashOf(solveKey, { ...run.settings.output, pattern: '' }, name);
  }

  /** The file's name of every row, by its id: each once. */
  names(run: StoredRun, rows: readonly StoredRow[]): Map<number, string> {
    const { pattern, format } = run.settings.output;
    const { piece } = this.studio.pieces.get(run.piece);
    const { ending } = fileFormats[format];
    const names = distinctFileNames(
      rows.map(({ cells }, i) =>
        fileNameOf(pattern, { number: i + 1, count: rows.length, piece: piece.name, values: cells }),
      ),
    );
    return new Map(rows.map(({ id }, i) => [id, `${names[i]}.${ending}`]));
  }

  /** What was done by hand to a row's own piece; read again only when that is another. */
  private ownIn(run: string, { id: row, byHand }: StoredRow): Own {
    const id = rowPieceId(run, row);
    const { pieces, runs } = this.studio;
    if (!byHand || !pieces.has(id)) {
      // A piece that comes in its place begins to count its versions anew.
      this.owns.delete(id);
      return [];
    }
    const version = pieces.versionOf(id);
    const known = this.owns.get(id);
    if (known?.version === version) return known.own;
    const begun = runs.begun(run, row);
    const own = begun ? ownOf(begun, pieces.get(id).piece) : [];
    this.owns.set(id, { version, own });
    return own;
  }

  private shapesOf(hashes: readonly string[]): PictureShapes {
    const found = hashes.flatMap((sha256) => {
      const asset = this.studio.assets.find(sha256);
      if (!asset) return [];
      const { width, height, channels } = asset;
      return width && height && channels ? [[sha256, { width, height, channels }] as const] : [];
    });
    return Object.fromEntries(found);
  }

  /** What the rows of a run are made from, as it is now. @throws Problem 404 where the piece is gone */
  private designOf(run: StoredRun): RunDesign {
    const { studio } = this;
    const assets = studio.assets.list('face');
    const hashes = assets.map(({ sha256 }) => sha256);
    const mark = hashOf(studio.pieces.versionOf(run.piece), run.settings.slots, hashes);
    const known = this.designs.get(run.id);
    if (known?.mark === mark) return known.design;
    const stored = studio.pieces.get(run.piece);
    const faces = assets.map((asset) => studio.faces.with(asset));
    const design: RunDesign = {
      key: hashOf(
        solvedBy,
        // Its name is no part of any picture.
        { ...stored.piece, name: '' },
        run.settings.slots,
        hashes,
      ),
      dataFolder: studio.config.data,
      buildFolder: studio.buildFolder,
      piece: stored.piece,
      slots: run.settings.slots,
      shapes: studio.shapesOf(stored.piece),
      faces: faces.map(({ name, sha256, facts }) => ({ name, sha256, facts: { coverage: facts.coverage } })),
    };
    this.designs.set(run.id, { mark, design });
    return design;
  }
}

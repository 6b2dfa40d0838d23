import { existsSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type Database from 'better-sqlite3';
import type { Piece } from '../core/piece/schema';
import { plateSchema } from '../core/passes/plate/schema';
import type { Encoding } from './codecs/encodePicture';
import type { Config } from './config';
import { openDatabase } from './database';
import { CutService } from './cutting/cutService';
import { Intake } from './intake';
import { Jobs } from './jobs/jobs';
import { Leases } from './leases';
import type { PictureShapes } from './render/fileLibrary';
import { savePicture, type SaveOrder } from './render/savePicture';
import { AssetStore, type StoredAsset } from './store/assets';
import { FaceStore } from './store/faces';
import { Files } from './store/files';
import { PieceStore, type StoredPiece } from './store/pieces';
import type { PieceRecipe } from '../core/recipes/pieceRecipe';
import type { Recipe } from '../core/recipes/recipe';
import { letterRecipes, pieceRecipes, type RecipeStore } from './store/recipes';
import { SurveyStore } from './store/surveys';
import { Surveys } from './survey/surveys';

/** Longer side of a thumbnail, px. */
const thumbnailSide = 480;
const dayMs = 24 * 60 * 60 * 1000;

/** Everything the server works with, over one data folder. */
export class Studio {
  readonly database: Database.Database;
  readonly files: Files;
  readonly assets: AssetStore;
  readonly faces: FaceStore;
  readonly pieces: PieceStore;
  readonly recipes: RecipeStore<Recipe>;
  readonly pieceRecipes: RecipeStore<PieceRecipe>;
  readonly jobs: Jobs;
  readonly intake: Intake;
  readonly cutting: CutService;
  readonly surveys: Surveys;
  readonly leases = new Leases();
  private readonly thumbnails = new Map<string, Promise<string>>();
  private lastThumbnail: Promise<unknown> = Promise.resolve();

  constructor(readonly config: Config) {
    this.database = openDatabase(config.data, join(config.root, 'server', 'migrations'));
    this.files = new Files(config.data);
    this.assets = new AssetStore(this.database);
    this.faces = new FaceStore(this.database, this.files);
    this.pieces = new PieceStore(this.database);
    this.recipes = letterRecipes(this.database);
    this.pieceRecipes = pieceRecipes(this.database);
    this.jobs = new Jobs(this.buildFolder);
    this.surveys = new Surveys(this.jobs, this.files, this.assets, new SurveyStore(this.database));
    this.intake = new Intake(this.files, this.assets, this.faces, this.jobs);
    this.cutting = new CutService(this.buildFolder, config.data, this.assets, this.jobs);
  }

  get buildFolder(): string {
    return join(this.config.root, 'build', 'server');
  }

  /** What workers must know of the pictures in a piece. @throws Problem 404 for one that is not in the store */
  shapesOf(piece: Piece): PictureShapes {
    const shapes: PictureShapes = {};
    for (const asset of Object.values(piece.assets)) {
      if (asset.kind === 'face') continue;
      const { width, height, channels } = this.assets.get(asset.sha256!);
      shapes[asset.sha256!] = { width: width!, height: height!, channels: channels! };
    }
    return shapes;
  }

  saveOrder(piece: Piece, scale: number, encoding: Encoding, out: string): SaveOrder {
    return {
      buildFolder: this.buildFolder,
      dataFolder: this.config.data,
      piece,
      shapes: this.shapesOf(piece),
      scale,
      encoding,
      scratch: this.files.working(),
      out,
    };
  }

  /** The path of a thumbnail of the piece as it is now, rendered from the piece itself; one at a time. */
  thumbnail(id: string): Promise<string> {
    const { piece, version } = this.pieces.get(id);
    const path = this.files.thumbnail(id, version);
    if (existsSync(path)) return Promise.resolve(path);
    const known = this.thumbnails.get(path);
    if (known) return known;
    const work = this.lastThumbnail.then(() => this.makeThumbnail(id, piece, version, path));
    this.lastThumbnail = work.catch(() => undefined);
    this.thumbnails.set(path, work);
    work.finally(() => this.thumbnails.delete(path)).catch(() => undefined);
    return work;
  }

  private async makeThumbnail(id: string, piece: Piece, version: number, path: string): Promise<string> {
    const scale = Math.min(1, thumbnailSide / Math.max(piece.sheet.width, piece.sheet.height));
    const out = this.files.working();
    await savePicture(
      { ...this.saveOrder(piece, scale, { format: 'png', ppi: 72, bits: 8, quality: 90 }, out), threads: 1 },
      () => undefined,
    );
    this.files.move(out, path);
    for (let old = version - 1; old > version - 40 && old > 0; old--)
      rmSync(this.files.thumbnail(id, old), { force: true });
    return path;
  }

  /**
   * Removes solved mattes and fronts that no piece names any more: each stroke of the hand leaves some behind.
   * @param age ms; younger ones stay, because a page may be about to name them
   */
  dropUnusedSolved(age = dayMs): number {
    const named = this.pieces.allNamed();
    const unused = this.assets.solvedBefore(Date.now() - age).filter(({ sha256 }) => !named.has(sha256));
    for (const { sha256 } of unused) {
      this.assets.remove(sha256);
      for (const path of [this.files.asset(sha256), this.files.pyramid(sha256)]) rmSync(path, { force: true });
    }
    return unused.length;
  }

  /** What the page needs to know about the pictures and faces of a piece. */
  assetsOf({ piece }: StoredPiece): StoredAsset[] {
    return Object.values(piece.assets).map((asset) => this.assets.get(asset.sha256!));
  }

  /** A new piece with this plate covering the sheet. */
  plateEntry(asset: StoredAsset, place: { scale: number; x: number; y: number }): Pick<Piece, 'assets' | 'plates'> {
    const key = `plate-${asset.sha256.slice(0, 12)}`;
    const plate = plateSchema.parse({ id: 'plate-1', name: asset.name, asset: key, ...place });
    return { assets: { [key]: { kind: 'plate', name: asset.name, sha256: asset.sha256 } }, plates: [plate] };
  }

  close(): void {
    this.jobs.closeAll();
    this.cutting.close();
    this.database.close();
  }
}

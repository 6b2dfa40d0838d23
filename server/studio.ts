import { createHash } from 'node:crypto';
import { existsSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type Database from 'better-sqlite3';
import { scaleWithin } from '../core/graph/tiles';
import type { Piece } from '../core/piece/schema';
import { plateSchema } from '../core/passes/plate/schema';
import type { FormatName } from '../core/formats/formats';
import { plainPicture, type FileSettings } from '../core/formats/settings';
import type { Config } from './config';
import { openDatabase } from './database';
import { CutService } from './cutting/cutService';
import { Intake } from './intake';
import { Jobs } from './jobs/jobs';
import { Leases } from './leases';
import { RunStore } from './runs/store';
import { OrderDesk } from './runs/desk/orderDesk';
import { ownHands } from './runs/ownHands';
import type { RowHands } from './runs/rowHand';
import { RunWorks } from './runs/works';
import type { PictureShapes } from './render/fileLibrary';
import { savePicture, type SaveOrder } from './render/savePicture';
import { sizedPiece } from './sizedPiece';
import { AssetStore, type StoredAsset } from './store/assets';
import { FaceStore } from './store/faces';
import { Files } from './store/files';
import { PieceStore, type StoredPiece } from './store/pieces';
import type { PieceRecipe } from '../core/recipes/pieceRecipe';
import type { Recipe } from '../core/recipes/recipe';
import { letterRecipes, pieceRecipes, type RecipeStore } from './store/recipes';
import { VersionStore } from './store/versions';
import { RoughsService } from './roughs/roughsService';
import { SurveyStore } from './store/surveys';
import { Surveys } from './survey/surveys';

/** An id as a part of a file's name, whatever it is made of. */
const contentName = (id: string): string => createHash('sha256').update(id).digest('hex').slice(0, 12);

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
  readonly versions: VersionStore;
  readonly recipes: RecipeStore<Recipe>;
  readonly pieceRecipes: RecipeStore<PieceRecipe>;
  readonly jobs: Jobs;
  readonly intake: Intake;
  readonly cutting: CutService;
  readonly surveys: Surveys;
  readonly roughs: RoughsService;
  readonly runs: RunStore;
  readonly rowHands: RowHands;
  readonly runWorks: RunWorks;
  readonly orderDesk: OrderDesk;
  readonly leases = new Leases();
  private readonly thumbnails = new Map<string, Promise<string>>();
  private lastThumbnail: Promise<unknown> = Promise.resolve();

  /** @param hands who does the rows of runs; processes of this machine when left out */
  constructor(
    readonly config: Config,
    hands?: (files: Files) => RowHands,
  ) {
    this.database = openDatabase(config.data, join(config.root, 'server', 'migrations'));
    this.files = new Files(config.data);
    this.assets = new AssetStore(this.database);
    this.faces = new FaceStore(this.database, this.files);
    this.pieces = new PieceStore(this.database);
    this.versions = new VersionStore(this.database);
    this.recipes = letterRecipes(this.database);
    this.pieceRecipes = pieceRecipes(this.database);
    this.jobs = new Jobs(this.buildFolder);
    this.surveys = new Surveys(this.jobs, this.files, this.assets, new SurveyStore(this.database));
    this.roughs = new RoughsService(this);
    this.intake = new Intake(this.files, this.assets, this.faces, this.jobs);
    this.runs = new RunStore(this.database);
    this.rowHands = hands ? hands(this.files) : ownHands(this.buildFolder);
    this.runWorks = new RunWorks(this, this.rowHands);
    this.orderDesk = new OrderDesk(this);
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

  saveOrder<Format extends FormatName>(
    piece: Piece,
    scale: number,
    settings: FileSettings & { format: Format },
    out: string,
  ): SaveOrder<Format> {
    return {
      buildFolder: this.buildFolder,
      dataFolder: this.config.data,
      piece,
      shapes: this.shapesOf(piece),
      scale,
      settings,
      scratch: this.files.working(),
      out,
    };
  }

  /** The path of a thumbnail of the piece as it is now, rendered from the piece itself. */
  thumbnail(id: string): Promise<string> {
    const { piece, version } = this.pieces.get(id);
    return this.pictureOf(piece, this.files.thumbnail(id, version), thumbnailSide, () => {
      for (let old = version - 1; old > version - 40 && old > 0; old--)
        rmSync(this.files.thumbnail(id, old), { force: true });
    });
  }

  /** The path of a picture of a version. @param side its longer one, px */
  versionPicture(pieceId: string, id: string, side = thumbnailSide): Promise<string> {
    const piece = this.versions.piece(pieceId, id);
    return this.pictureOf(piece, this.files.thumbnail(id, side), side);
  }

  /**
   * The path of a small picture of the piece as it is now.
   * @param side its longer one, px
   * @param size id of one of its sizes; the first sheet when left out
   * @throws Problem 404 where there is no such size
   */
  smallPicture(id: string, side = thumbnailSide, size?: string): Promise<string> {
    const { piece, version } = this.pieces.get(id);
    const own = sizedPiece(piece, size);
    const name = `${id}-at-${side}${own === piece ? '' : `-${contentName(size!)}`}`;
    const path = this.files.thumbnail(name, version);
    return this.pictureOf(own, path, side, () => this.files.dropPictures(name, path));
  }

  /** A small picture, drawn where it is not there yet; one at a time. */
  private pictureOf(piece: Piece, path: string, side: number, then?: () => void): Promise<string> {
    if (existsSync(path)) return Promise.resolve(path);
    const known = this.thumbnails.get(path);
    if (known) return known;
    const work = this.lastThumbnail.then(async () => {
      const scale = scaleWithin(piece.sheet, side);
      const out = this.files.working();
      await savePicture({ ...this.saveOrder(piece, scale, plainPicture, out), threads: 1 }, () => undefined);
      this.files.move(out, path);
      then?.();
      return path;
    });
    this.lastThumbnail = work.catch(() => undefined);
    this.thumbnails.set(path, work);
    work.finally(() => this.thumbnails.delete(path)).catch(() => undefined);
    return work;
  }

  /**
   * Removes solved mattes and fronts that no piece names any more: each stroke of the hand leaves some behind.
   * @param age ms; younger ones stay, because a page may be about to name them
   */
  dropUnusedSolved(age = dayMs): number {
    const named = this.pieces.allNamed();
    const unused = this.assets.solvedBefore(Date.now() - age).filter(({ sha256 }) => !named.has(sha256));
    for (const { sha256 } of unused) this.forget(sha256);
    return unused.length;
  }

  /** Takes back files that came with a bundle that was refused; what a piece names by now stays. */
  giveBack(hashes: readonly string[]): void {
    if (hashes.length === 0) return;
    const named = this.pieces.allNamed();
    for (const sha256 of hashes) if (!named.has(sha256)) this.forget(sha256);
  }

  /** Removes a file from the store, with its record. */
  forget(sha256: string): void {
    this.assets.remove(sha256);
    for (const path of [this.files.asset(sha256), this.files.pyramid(sha256)]) rmSync(path, { force: true });
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
    this.runWorks.close();
    this.rowHands.close();
    this.cutting.close();
    this.database.close();
  }
}

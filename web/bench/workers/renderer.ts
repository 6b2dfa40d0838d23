import type { Piece } from '../../../core/piece/schema';
import { intersect, type Region } from '../../../core/pixels/region';
import type { Look } from '../../../core/render/compile';
import type { SeenShadow } from '../../../core/passes/veils/seenShadow';
import type { ReadLetter } from '../../../core/proof/reading';
import type { WorkerPool } from '../../../core/render/workerPool';
import type { Measures } from '../../../core/render/measure';
import { renderTile, sheetAt, tilesOver } from '../../../core/graph/tiles';
import type { PageOrder } from './renderPool';
import type { WantedSize } from '../../../core/arranging/candidates';
import type { Legible, Ranked } from '../../../core/arranging/propose';
import type { PieceSize } from '../../../core/piece/sizeSchema';
import type { RenderAnswer, SeenOnStock } from './renderWorker';

/** A tile that can be drawn: its picture, perhaps with fewer px than its region has, and what it shows. */
export interface ShownTile {
  region: Region;
  scale: number;
  key: string;
  bitmap: ImageBitmap;
}

/** What the renderer asks of its workers. */
export type RenderPool = Pick<WorkerPool<PageOrder, RenderAnswer>, 'size' | 'ask' | 'broadcast' | 'drop'>;

/** One complete answer to "what does the view look like now". */
interface Frame {
  number: number;
  revision: number;
  scene: Scene;
  /** What it was drawn for. */
  view: { scale: number; visible: string };
  scale: number;
  /** What it is drawn at, as a fraction of that scale; the grid of tiles stays the same. */
  fineness: number;
  startedAt: number;
  missing: Set<string>;
  tiles: Map<string, ShownTile>;
}

/** While something is dragged and a sharp frame takes longer than this, ms, a half-scale one is shown; */
const slowFrame = 100;
/** and where it takes longer than this, a quarter-scale one. */
const verySlowFrame = 240;
/** A sharp frame that takes longer than this is shown tile by tile, where nothing else is shown there. */
const patience = 140;

/** How long nothing must have changed before the coarse picture is drawn ahead, ms. */
const warmAfter = 250;

/** A piece and the way it is looked at. */
export interface Scene {
  piece: Piece;
  look: Look;
}

/** What has come: what is shown sharp now, and how long its frame took. */
export interface FrameState {
  sharp: Scene | null;
  frameMs: number | null;
}

/**
 * Keeps the screen up to date: asks workers for the tiles in view, a whole frame at a time so that nothing tears,
 * always
 * for the newest piece. Each tile of the grid belongs to one worker, whose cache then holds what that tile needs;
 * another
 * takes it over only when it has nothing else to do.
 */
export class SheetRenderer {
  private frames = 0;
  private revision = 0;
  private given = -1;
  private piece: Piece | null = null;
  private look: Look = {};
  private dragging = false;
  private view: { scale: number; visible: Region } | null = null;
  private frame: Frame | null = null;
  /** How long the last change of this view took to be drawn sharp; 0 while that is not known. */
  private sharpMs = 0;
  private warming: ReturnType<typeof setTimeout> | undefined;
  private warmed = '';
  /** Tiles on show, by place: always of one picture. */
  shown = new Map<string, ShownTile>();
  /** Which picture that is. */
  private onShow: { revision: number; scale: number } | null = null;
  private shownFor: { revision: number; scale: number; coarse: boolean; visible: string } | null = null;

  private changed: (state: FrameState) => void = () => undefined;
  private failed: (message: string) => void = () => undefined;

  /** @param newestFrame tells workers the number of the newest frame, where memory can be shared */
  constructor(
    private readonly pool: RenderPool,
    private readonly newestFrame: Int32Array | null,
  ) {}

  /** What is to be seen from now on. @param dragging more changes are about to come */
  setPiece(piece: Piece, look: Look, dragging: boolean): void {
    if (piece === this.piece && look === this.look && dragging === this.dragging) return;
    if (piece !== this.piece || look !== this.look) this.revision++;
    this.piece = piece;
    this.look = look;
    this.dragging = dragging;
    this.go();
  }

  /** The part that is in view: output px at a scale. */
  setView(scale: number, visible: Region): void {
    this.view = { scale, visible };
    this.sharpMs = 0;
    if (this.shownFor && !this.isShown(false)) this.changed({ sharp: null, frameMs: null });
    this.go();
  }

  /** What gauges show of the piece. */
  async measure(): Promise<Measures> {
    const answer = await this.pool.ask({ kind: 'measure', frame: null });
    if (answer.kind !== 'measure') throw new Error('Nothing was measured.');
    return answer.measures;
  }

  /** The same while the picture is at rest; null where it was given up because a newer picture is wanted. */
  async measureAtRest(): Promise<Measures | null> {
    const answer = await this.pool.ask({ kind: 'measure', frame: this.frames });
    return answer.kind === 'measure' ? answer.measures : null;
  }

  /** The piece on a sheet of another colour. @param side longer side of its picture, px */
  async onStock(paint: string, side: number): Promise<SeenOnStock> {
    const answer = await this.pool.ask({ kind: 'stock', paint, side });
    if (answer.kind !== 'stock') throw new Error('Nothing was drawn.');
    return answer.seen;
  }

  async colour(centre: [number, number], radius: number): Promise<string | null> {
    const answer = await this.pool.ask({ kind: 'colour', centre, radius });
    return answer.kind === 'colour' ? answer.colour : null;
  }

  /** The colour of the photograph's own shadows in a region, sheet px. */
  async shadowColour(region: Region): Promise<string | null> {
    const answer = await this.pool.ask({ kind: 'shadow', region });
    return answer.kind === 'colour' ? answer.colour : null;
  }

  /** How far the thing of a veil throws its shadow in the photograph, sheet px; null where none is seen. */
  async shadowBeside(veil: string, angle: number): Promise<SeenShadow | null> {
    const answer = await this.pool.ask({ kind: 'shadow beside', veil, angle });
    return answer.kind === 'shadow beside' ? answer.seen : null;
  }

  /** What of the letters is read from a distance, mm. */
  async read(distance: number): Promise<ReadLetter[]> {
    const answer = await this.pool.ask({ kind: 'reading', distance });
    return answer.kind === 'reading' ? answer.letters : [];
  }

  /** The box that some veils stand in, sheet px; null where nothing of them is seen. */
  async extentOf(veils: string[]): Promise<Region | null> {
    const answer = await this.pool.ask({ kind: 'extent', veils });
    return answer.kind === 'extent' ? answer.box : null;
  }

  /** The nearest letter of a lettering that covers a place of the sheet, by its first UTF-16 unit. */
  async letterAt(lettering: string, at: [number, number]): Promise<number | null> {
    const answer = await this.pool.ask({ kind: 'letter', lettering, at });
    return answer.kind === 'letter' ? answer.start : null;
  }

  /** Arrangements of a whole piece for another size, the best one first. */
  async rankSizes(piece: Piece, wanted: WantedSize): Promise<Ranked> {
    const answer = await this.pool.ask({ kind: 'rank', piece, wanted });
    if (answer.kind !== 'rank') throw new Error('Nothing was proposed.');
    return answer.ranked;
  }

  /** A whole piece in one of its sizes, or on its first sheet. @param side longer side of the picture, px */
  async seeSize(piece: Piece, size: PieceSize | null, side: number): Promise<ImageBitmap> {
    const answer = await this.pool.ask({ kind: 'size', piece, size, side });
    if (answer.kind !== 'size') throw new Error('Nothing was drawn.');
    return answer.bitmap;
  }

  /** What can be read of a whole piece in one of its sizes, or on its first sheet. */
  async legibleAt(piece: Piece, size: PieceSize | null): Promise<Legible> {
    const answer = await this.pool.ask({ kind: 'legible', piece, size });
    if (answer.kind !== 'legible') throw new Error('Nothing was measured.');
    return answer.legible;
  }

  /** Begins to work for a bench; what an earlier one showed is put away. */
  attach(changed: (state: FrameState) => void, failed: (message: string) => void): void {
    this.detach();
    this.changed = changed;
    this.failed = failed;
  }

  detach(): void {
    this.changed = () => undefined;
    this.failed = () => undefined;
    this.frame = null;
    this.piece = null;
    this.view = null;
    this.shownFor = null;
    this.warmed = '';
    clearTimeout(this.warming);
    this.dropTiles();
    for (const tile of this.shown.values()) tile.bitmap.close();
    this.shown = new Map();
    this.onShow = null;
  }

  private go(): void {
    if (!this.piece || !this.view) return;
    // A frame of a drag is let finish, so that the picture keeps moving; any other outdated one is dropped.
    if (this.frame && (this.dragging || this.frame.fineness < 1) && this.frame.scale === this.view.scale) return;
    const coarse = this.dragging && this.sharpMs > slowFrame;
    if (!this.isShown(coarse)) this.startFrame(coarse);
  }

  /** Whether what is wanted is on show, at least as sharp as asked. */
  private isShown(coarseWillDo: boolean): boolean {
    const { shownFor, view } = this;
    return (
      shownFor !== null &&
      shownFor.revision === this.revision &&
      shownFor.scale === view!.scale &&
      shownFor.visible === JSON.stringify(view!.visible) &&
      (!shownFor.coarse || coarseWillDo)
    );
  }

  private startFrame(coarse: boolean): void {
    const { scale } = this.view!;
    const regions = this.tilesInView();
    this.dropTiles();
    const frame: Frame = {
      number: ++this.frames,
      revision: this.revision,
      scene: { piece: this.piece!, look: this.look },
      view: { scale: this.view!.scale, visible: JSON.stringify(this.view!.visible) },
      scale,
      fineness: coarse ? this.coarseness() : 1,
      startedAt: performance.now(),
      missing: new Set(regions.map(placeOf)),
      tiles: new Map(),
    };
    this.frame = frame;
    // Workers that are at an older frame give up between two steps.
    if (this.newestFrame) Atomics.store(this.newestFrame, 0, frame.number);
    if (this.given !== this.revision) {
      this.given = this.revision;
      this.pool.broadcast('piece', { kind: 'piece', piece: this.piece!, look: this.look });
    }
    if (regions.length === 0) return this.finish(frame);
    for (const region of regions) this.askTile(frame, region);
  }

  private coarseness(): number {
    return this.sharpMs > verySlowFrame ? 0.25 : 0.5;
  }

  /** The tiles in view, output px. */
  private tilesInView(): Region[] {
    const sheet = sheetAt(this.piece!.sheet, this.view!.scale);
    const inView = intersect(this.view!.visible, sheet);
    return inView ? tilesOver(inView, sheet) : [];
  }

  /**
   * Draws the coarse picture unseen while nothing else is to be done: a drag's first frames then find their photograph
   * ready.
   */
  private warm(): void {
    if (!this.piece || !this.view || this.frame || this.dragging) return;
    const view = `${this.view.scale} ${JSON.stringify(this.view.visible)}`;
    if (this.warmed === view) return;
    this.warmed = view;
    const { scale } = this.view;
    for (const region of this.tilesInView()) {
      const order = { kind: 'tile', frame: this.frames, region, scale, fineness: 0.5, have: null } as const;
      this.pool.ask(order, this.workerOf(region)).then(
        (answer) => answer.kind === 'tile' && answer.bitmap?.close(),
        () => undefined,
      );
    }
  }

  private workerOf(region: Region): number {
    return (Math.floor(region.x / renderTile) + Math.floor(region.y / renderTile)) % this.pool.size;
  }

  private askTile(frame: Frame, region: Region): void {
    const place = placeOf(region);
    const known = this.shown.get(place);
    // The sheet may have become smaller: then a tile at its border has.
    const have = known && known.scale === frame.scale && isSameRegion(known.region, region) ? known : null;
    const { number, scale, fineness } = frame;
    this.pool
      .ask({ kind: 'tile', frame: number, region, scale, fineness, have: have?.key ?? null }, this.workerOf(region))
      .then(
        (answer) => {
          if (answer.kind !== 'tile') return;
          if (this.frame !== frame) return void answer.bitmap?.close();
          const tile = answer.bitmap ? { region, scale: frame.scale, key: answer.key, bitmap: answer.bitmap } : have;
          if (tile) frame.tiles.set(place, tile);
          frame.missing.delete(place);
          if (frame.missing.size === 0) this.finish(frame);
          else if (!this.dragging && performance.now() - frame.startedAt > patience) this.showPart(frame);
        },
        (error: Error) => {
          if (this.frame === frame) {
            this.frame = null;
            this.failed(
              `A part of the sheet could not be drawn, though it was tried twice. The piece is unharmed. ${error.message}`,
            );
          }
        },
      );
  }

  /** Shows what has come of a slow frame where nothing is shown yet: at first, and where the view has moved to. */
  private showPart(frame: Frame): void {
    const { revision, scale } = frame;
    if (this.onShow && (this.onShow.revision !== revision || this.onShow.scale !== scale)) return;
    this.onShow = { revision, scale };
    for (const [place, tile] of frame.tiles) this.put(place, tile);
    // What was shown before is no longer there as a whole: going back to it means drawing it again.
    this.shownFor = null;
    this.changed({ sharp: null, frameMs: null });
  }

  private put(place: string, tile: ShownTile): void {
    const old = this.shown.get(place);
    if (old && old.bitmap !== tile.bitmap) old.bitmap.close();
    this.shown.set(place, tile);
  }

  private finish(frame: Frame): void {
    const frameMs = performance.now() - frame.startedAt;
    for (const [place, tile] of this.shown) {
      if (frame.tiles.get(place)?.bitmap !== tile.bitmap) tile.bitmap.close();
    }
    this.shown = frame.tiles;
    this.onShow = { revision: frame.revision, scale: frame.scale };
    const sameView = this.shownFor?.scale === frame.view.scale && this.shownFor.visible === frame.view.visible;
    this.shownFor = { revision: frame.revision, coarse: frame.fineness < 1, ...frame.view };
    // The first frame of a view fetches what it shows; those after it tell how long a change takes.
    if (frame.fineness === 1) this.sharpMs = sameView ? frameMs : 0;
    this.frame = null;
    this.changed({ sharp: this.isShown(false) ? frame.scene : null, frameMs });
    this.go();
    clearTimeout(this.warming);
    if (frame.fineness === 1) this.warming = setTimeout(() => this.warm(), warmAfter);
  }

  /** Tiles that nobody has begun are not wanted any more. */
  private dropTiles(): void {
    this.pool.drop((order) => order.kind === 'tile');
  }
}

const placeOf = (region: Region): string => `${region.x},${region.y}`;

const isSameRegion = (a: Region, b: Region): boolean =>
  a.x === b.x && a.y === b.y && a.width === b.width && a.height === b.height;

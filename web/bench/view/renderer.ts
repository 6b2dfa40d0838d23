import type { Piece } from '../../../core/piece/schema';
import { intersect, scaleRegion, type Region } from '../../../core/pixels/region';
import type { Look } from '../../../core/render/compile';
import type { Measures } from '../../../core/render/measure';
import { sheetAt, tilesOver } from '../../../core/render/tiles';
import { ReadyWorker } from './readyWorker';
import type { RenderAnswer, RenderOrder } from './renderWorker';

/** A tile that can be drawn: its picture, and what it shows. */
export interface ShownTile {
  region: Region;
  scale: number;
  key: string;
  bitmap: ImageBitmap;
}

/** One complete answer to "what does the view look like now". */
interface Frame {
  revision: number;
  scale: number;
  coarse: boolean;
  startedAt: number;
  missing: Set<string>;
  tiles: Map<string, ShownTile>;
}

/** While something is dragged and a sharp frame takes longer than this, ms, a half-scale one is shown; */
const slowFrame = 60;
/** and where it takes longer than this, a quarter-scale one. */
const verySlowFrame = 240;
/** A sharp frame that takes longer than this is shown tile by tile. */
const patience = 140;

/** What has come: whether the newest picture is shown sharp, and how long its frame took. */
export interface FrameState {
  sharp: boolean;
  frameMs: number | null;
}

type Asked = { resolve(answer: RenderAnswer): void; reject(error: Error): void; worker: number };

/**
 * Keeps the screen up to date: asks workers for the tiles in view, a whole frame at a time so that nothing tears, always
 * for the newest piece. Each tile of the grid belongs to one worker, whose cache then holds what that tile needs.
 */
export class SheetRenderer {
  private readonly workers: ReadyWorker<RenderOrder, RenderAnswer>[];
  private readonly asked = new Map<number, Asked>();
  private readonly queues: { tile: boolean; start(): void }[][];
  private readonly busy: boolean[];
  private nextId = 1;
  private revision = 0;
  private given = -1;
  private piece: Piece | null = null;
  private look: Look = {};
  private dragging = false;
  private view: { scale: number; visible: Region } | null = null;
  private frame: Frame | null = null;
  private sharpMs = 0;
  /** Tiles on show, by place; those of an earlier scale stay beneath until the new ones are there. */
  shown = new Map<string, ShownTile>();
  beneath: ShownTile[] = [];
  private shownFor: { revision: number; scale: number; coarse: boolean; visible: string } | null = null;

  private changed: (state: FrameState) => void = () => undefined;
  private failed: (message: string) => void = () => undefined;

  constructor(count = Math.max(1, Math.min(4, navigator.hardwareConcurrency || 2))) {
    this.workers = Array.from({ length: count }, (_, index) => this.startWorker(index));
    this.queues = this.workers.map(() => []);
    this.busy = this.workers.map(() => false);
  }

  private startWorker(index: number): ReadyWorker<RenderOrder, RenderAnswer> {
    const worker = new Worker(new URL('./renderWorker.ts', import.meta.url), { type: 'module' });
    return new ReadyWorker(worker, (answer) => this.answered(answer), () => {
      for (const [id, asked] of this.asked) {
        if (asked.worker !== index) continue;
        this.asked.delete(id);
        asked.reject(new Error('A part of the program that draws has stopped. The piece is unharmed; reload the page to go on.'));
      }
    });
  }

  /** What is to be seen from now on. @param dragging more changes are about to come */
  setPiece(piece: Piece, look: Look, dragging: boolean): void {
    if (piece === this.piece && look === this.look && dragging === this.dragging) return;
    if (piece !== this.piece || look !== this.look) this.revision++;
    this.piece = piece;
    this.look = look;
    // Each drag finds out anew how long a sharp frame of it takes; what stands still costs nothing.
    if (dragging && !this.dragging) this.sharpMs = 0;
    this.dragging = dragging;
    this.go();
  }

  /** The part that is in view: output px at a scale. */
  setView(scale: number, visible: Region): void {
    this.view = { scale, visible };
    this.go();
  }

  measure(): Promise<Measures> {
    return this.ask(0, (id) => ({ kind: 'measure', id })).then((answer) => (answer as { measures: Measures }).measures);
  }

  colour(centre: [number, number], radius: number): Promise<string | null> {
    return this.ask(this.workers.length - 1, (id) => ({ kind: 'colour', id, centre, radius })).then((answer) => (answer as { colour: string | null }).colour);
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
    this.queues.forEach((queue, i) => (this.queues[i] = queue.filter((task) => !task.tile)));
    for (const tile of this.shown.values()) tile.bitmap.close();
    this.shown = new Map();
    this.dropBeneath();
  }

  private go(): void {
    if (!this.piece || !this.view) return;
    // A frame of a drag is let finish, so that the picture keeps moving; any other outdated one is dropped.
    if (this.frame && (this.dragging || this.frame.coarse) && this.frame.scale === this.frameScale(this.frame.coarse)) return;
    const coarse = this.dragging && this.sharpMs > slowFrame;
    const visible = JSON.stringify(this.view.visible);
    const { shownFor } = this;
    if (shownFor && shownFor.revision === this.revision && shownFor.scale === this.view.scale && shownFor.visible === visible && (!shownFor.coarse || coarse)) return;
    this.startFrame(coarse);
  }

  private frameScale(coarse: boolean): number {
    return this.view!.scale * (coarse ? this.coarseness() : 1);
  }

  private coarseness(): number {
    return this.sharpMs > verySlowFrame ? 0.25 : 0.5;
  }

  private startFrame(coarse: boolean): void {
    const { visible } = this.view!;
    const scale = this.frameScale(coarse);
    const sheet = sheetAt(this.piece!.sheet, scale);
    const part = scaleRegion(visible, scale / this.view!.scale);
    const inView = intersect(part, sheet);
    const regions = inView ? tilesOver(inView, sheet) : [];
    this.queues.forEach((queue, i) => (this.queues[i] = queue.filter((task) => !task.tile)));
    const frame: Frame = { revision: this.revision, scale, coarse, startedAt: performance.now(), missing: new Set(regions.map(placeOf)), tiles: new Map() };
    this.frame = frame;
    if (this.given !== this.revision) {
      this.given = this.revision;
      for (const worker of this.workers) worker.post({ kind: 'piece', revision: this.revision, piece: this.piece!, look: this.look });
    }
    if (regions.length === 0) return this.finish(frame);
    for (const region of regions) this.askTile(frame, region);
  }

  private askTile(frame: Frame, region: Region): void {
    const place = placeOf(region);
    const known = this.shown.get(place);
    const have = known && known.scale === frame.scale ? known : null;
    const worker = (Math.floor(region.x / 256) + Math.floor(region.y / 256)) % this.workers.length;
    this.ask(worker, (id) => ({ kind: 'tile', id, region, scale: frame.scale, have: have?.key ?? null })).then(
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
          this.failed(error.message);
        }
      },
    );
  }

  /** Shows what has come of a slow frame, over what was there before. */
  private showPart(frame: Frame): void {
    const first = this.shown.values().next().value;
    if (first && first.scale !== frame.scale) {
      this.dropBeneath();
      this.beneath = [...this.shown.values()];
      this.shown = new Map();
    }
    for (const [place, tile] of frame.tiles) this.put(place, tile);
    this.changed({ sharp: false, frameMs: null });
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
    this.dropBeneath();
    this.shown = frame.tiles;
    this.shownFor = { revision: frame.revision, scale: this.view!.scale, coarse: frame.coarse, visible: JSON.stringify(this.view!.visible) };
    // A coarse frame says that a sharp one would take about this long, until one is measured again.
    if (!frame.coarse) this.sharpMs = frameMs;
    this.frame = null;
    this.changed({ sharp: !frame.coarse && frame.revision === this.revision, frameMs });
    this.go();
  }

  private dropBeneath(): void {
    for (const tile of this.beneath) tile.bitmap.close();
    this.beneath = [];
  }

  private ask(worker: number, order: (id: number) => RenderOrder): Promise<RenderAnswer> {
    const id = this.nextId++;
    const message = order(id);
    return new Promise((resolve, reject) => {
      const start = (): void => {
        this.asked.set(id, { resolve, reject, worker });
        this.workers[worker].post(message);
      };
      this.queues[worker].push({ tile: message.kind === 'tile', start });
      this.pump(worker);
    });
  }

  private pump(worker: number): void {
    if (this.busy[worker]) return;
    const next = this.queues[worker].shift();
    if (!next) return;
    this.busy[worker] = true;
    next.start();
  }

  private answered(answer: RenderAnswer): void {
    const asked = this.asked.get(answer.id);
    this.asked.delete(answer.id);
    if (!asked) return;
    this.busy[asked.worker] = false;
    if (answer.kind === 'failed') asked.reject(new Error(answer.message));
    else asked.resolve(answer);
    this.pump(asked.worker);
  }
}

const placeOf = (region: Region): string => `${region.x},${region.y}`;

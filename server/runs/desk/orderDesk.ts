import { copyFileSync, existsSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { isClean } from '../../../core/runs/flags';
import { rowOfOrder, type OrderStanding, type OrderState, type ShopOrder } from '../../../core/runs/desk';
import { fileNamePart } from '../../../core/piece/fileNames';
import { valuesFor } from '../../../core/runs/table/matchColumns';
import { Problem } from '../../problem';
import { sizedPiece } from '../../sizedPiece';
import type { Studio } from '../../studio';
import { takePictureFile } from '../intake';
import type { StoredRow, StoredRun } from '../store';
import { acceptance } from './printQueue';
import { ShopOrderStore, type KeptOrder } from './store';

/**
 * Takes orders of a shop into runs: each becomes a row. What is clean goes on by itself, its file is made and handed to
 * the print queue. All that it does next follows from the store, so nothing is lost when the server ends.
 */
export class OrderDesk {
  private readonly orders: ShopOrderStore;
  /** What is done with a run's orders, one thing after the other. */
  private readonly doing = new Map<string, Promise<unknown>>();

  constructor(private readonly studio: Studio) {
    this.orders = new ShopOrderStore(studio.database);
    studio.runWorks.onEnd((run) => void this.goOn(run));
  }

  /** Goes on with what was being done when the server ended. */
  resume(): void {
    for (const run of this.open()) void this.goOn(run.id);
  }

  /** Runs that take orders. */
  open(): StoredRun[] {
    return this.studio.runs.list().filter(({ settings }) => settings.desk.isOpen);
  }

  /** Where orders are laid that come as files, and where finished files go. */
  folder(run: string, name: 'orders' | 'print'): string {
    const folder = join(this.studio.files.run(run), name);
    mkdirSync(folder, { recursive: true });
    return folder;
  }

  /**
   * Takes an order in. The same one once more changes nothing; with other wishes it changes its row, as long as the print
   * queue has not taken its file.
   * @throws Problem 409 where the run takes none or the file is with the printer, 422 where it wishes what is not there
   */
  take(run: string, order: ShopOrder): Promise<{ standing: OrderStanding; isNew: boolean }> {
    return this.inTurn(run, () => this.takeNow(run, order));
  }

  list(run: string): OrderStanding[] {
    const stored = this.studio.runs.get(run);
    const rows = this.studio.runs.rows(run);
    const fresh = this.freshOf(stored, rows);
    const wanted = this.wantedOf(run);
    return this.orders.list(run).map((order) => this.standingOf(stored, order, rows, { fresh, wanted }));
  }

  /** @throws Problem 404 */
  standing(run: string, id: string): OrderStanding {
    const found = this.list(run).find(({ order }) => order === id);
    if (!found) throw new Problem(404, 'There is no such order.');
    return found;
  }

  /** Does what there is to do next: approves, makes, hands on. */
  goOn(run: string): Promise<void> {
    return this.inTurn(run, () => this.goOnNow(run)).catch((error: unknown) => console.error(error));
  }

  private inTurn<Result>(run: string, work: () => Promise<Result>): Promise<Result> {
    const next = (this.doing.get(run) ?? Promise.resolve()).catch(() => undefined).then(work);
    this.doing.set(run, next);
    return next;
  }

  private async takeNow(run: string, order: ShopOrder): Promise<{ standing: OrderStanding; isNew: boolean }> {
    const { runs, runWorks } = this.studio;
    const { settings } = runs.get(run);
    if (!settings.desk.isOpen) throw new Problem(409, 'This run takes no orders. Open its order desk first.');
    const made = rowOfOrder(withOwnPictures(order), settings);
    if (typeof made === 'string') throw new Problem(422, made);
    const known = this.orders.find(run, order.order);
    const before = known && runs.rowThere(run, known.row);
    const isSame = before && Object.entries(made.cells).every(([column, value]) => before.cells[column] === value);
    if (isSame && order.pictures.length === 0) return { standing: this.standing(run, order.order), isNew: false };
    if (known && isWithPrinter(known) && before) {
      if (isSame) return { standing: this.standing(run, order.order), isNew: false };
      throw new Problem(
        409,
        `Order ${order.order} is with the printer already. Send what has changed under another number.`,
      );
    }
    await this.takePictures(run, order);
    const { columns, matched, cells } = made;
    runs.change(run, { settings: { columns, matched } });
    if (known && before) runs.edit(run, [{ kind: 'cells', row: known.row, cells }]);
    else this.orders.take(run, order.order, () => runs.add(run, cells));
    runWorks.start(run, { kind: 'solve', rows: null });
    return { standing: this.standing(run, order.order), isNew: !known };
  }

  /** @throws Problem 422 where one is no picture */
  private async takePictures(run: string, order: ShopOrder): Promise<void> {
    for (const { name, data } of order.pictures) {
      const path = this.studio.files.working();
      try {
        writeFileSync(path, Buffer.from(data, 'base64'));
        this.studio.runs.addPicture(run, await takePictureFile(this.studio, path, ownName(order.order, name)));
      } finally {
        rmSync(path, { force: true });
      }
    }
  }

  private freshOf(run: StoredRun, rows: readonly StoredRow[]): Set<number> {
    const keys = this.studio.runWorks.freshKeys(run, rows);
    return new Set(rows.flatMap(({ id, solvedFor }, i) => (solvedFor === keys[i] ? [id] : [])));
  }

  /** What the file of each row would be made from now. */
  private wantedOf(run: string): Map<number, string> {
    return new Map(this.studio.runWorks.wanted(run).map(({ row, key }) => [row, key]));
  }

  private standingOf(
    run: StoredRun,
    { id, row: rowId, cameAt, handedFor, refused }: KeptOrder,
    rows: readonly StoredRow[],
    { fresh, wanted }: { fresh: ReadonlySet<number>; wanted: ReadonlyMap<number, string> },
  ): OrderStanding {
    const at = rows.findIndex((row) => row.id === rowId);
    const told = (state: OrderState, says: string): OrderStanding => ({
      order: id,
      row: rowId,
      number: at + 1,
      state,
      says,
      cameAt,
    });
    if (at < 0) return told('gone', 'Its row was removed.');
    const row = rows[at];
    // What is printed is printed, whatever becomes of the design.
    if (isWithPrinter({ handedFor, refused })) return told('accepted', 'The print queue has its file.');
    if (!fresh.has(row.id)) return told('at work', 'It is being set.');
    // What the printer said of an older file says nothing of the one that comes.
    if (handedFor !== null && handedFor === wanted.get(row.id)) return told('refused', refused!);
    const says = row.flags
      .filter(({ weight }) => weight !== 'note')
      .map((flag) => flag.says)
      .join(' ');
    if (row.approved) return told('making', 'Its file is being made.');
    if (row.flags.some(({ weight }) => weight === 'stop')) return told('stopped', says);
    return told(
      'look',
      says || (run.settings.desk.approvesClean ? 'It is looked at next.' : 'It waits to be approved.'),
    );
  }

  private async goOnNow(id: string): Promise<void> {
    const { runs, runWorks } = this.studio;
    const run = this.runThere(id);
    if (!run?.settings.desk.isOpen) return;
    const rows = runs.rows(id);
    const fresh = this.freshOf(run, rows);
    const ordered = this.orders.list(id).filter((order) => !isWithPrinter(order));
    const meant = new Set(ordered.map(({ row }) => row));
    const clean = rows.filter((row) => meant.has(row.id) && fresh.has(row.id) && !row.approved && isClean(row.flags));
    if (run.settings.desk.approvesClean && clean.length > 0)
      runs.edit(id, [{ kind: 'approve', rows: clean.map((row) => row.id), approved: true }]);
    const wanted = this.wantedOf(id);
    const missing: number[] = [];
    for (const row of runs.rows(id)) {
      if (!meant.has(row.id) || !row.approved || !fresh.has(row.id) || isFailed(row)) continue;
      const path = row.file && join(runWorks.folder(id, 'files'), row.file);
      if (row.madeFor !== wanted.get(row.id) || !path || !existsSync(path)) missing.push(row.id);
      else
        await this.handOn(
          run,
          row,
          path,
          ordered.find((order) => order.row === row.id)!,
        );
    }
    if (missing.length > 0 && runWorks.stateOf(id)?.kind !== 'make')
      runWorks.start(id, { kind: 'make', rows: missing });
  }

  private runThere(id: string): StoredRun | null {
    try {
      return this.studio.runs.get(id);
    } catch {
      return null;
    }
  }

  /** Hands a file to the print queue, which takes or refuses it. */
  private async handOn(run: StoredRun, row: StoredRow, path: string, order: KeptOrder): Promise<void> {
    if (order.handedFor === row.madeFor) return;
    const { desk, output, slots, matched } = run.settings;
    const { piece } = this.studio.pieces.get(run.piece);
    const size = slots.find(({ kind }) => kind === 'size');
    const named = size && valuesFor(slots, matched, row.cells)[size.id].trim().toLowerCase();
    const own = piece.sizes.find(({ name }) => name.toLowerCase() === named);
    const { sheet } = sizedPiece(piece, own?.id);
    const problems = await acceptance(path, { sheet, ppi: desk.ppi, bleed: desk.bleed, hasBleed: output.bleed });
    const isTaken = problems.length === 0;
    const to = join(this.folder(run.id, 'print'), isTaken ? 'accepted' : 'refused');
    mkdirSync(to, { recursive: true });
    // It comes in one step, and the same one again takes its own place.
    const part = this.studio.files.working();
    copyFileSync(path, part);
    this.studio.files.move(part, join(to, `${fileNamePart(order.id)} ${row.file}`));
    this.orders.handed(run.id, order.id, row.madeFor!, isTaken ? null : problems.join(' '));
    this.studio.runWorks.changed(run.id, [row.id]);
  }
}

const isWithPrinter = ({ handedFor, refused }: Pick<KeptOrder, 'handedFor' | 'refused'>): boolean =>
  handedFor !== null && refused === null;

/** Its file could not be made: it is not tried again before something changes. */
const isFailed = ({ flags }: StoredRow): boolean => flags.some(({ about }) => about === 'failed');

/** Pictures of two orders may have one name: each is called with its order's number. */
const ownName = (order: string, name: string): string => `${order} ${name}`;

const withOwnPictures = (order: ShopOrder): ShopOrder => {
  const names = new Set(order.pictures.map(({ name }) => name));
  const values = Object.entries(order.values).map(([wish, value]) => [
    wish,
    names.has(value) ? ownName(order.order, value) : value,
  ]);
  return { ...order, values: Object.fromEntries(values) as Record<string, string> };
};

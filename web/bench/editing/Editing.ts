import { applyPatches, type Patch } from 'immer';
import { applyEdit, problemWith, type Edit } from '../../../core/piece/edits/edit';
import { historyLength, type Direction, type HistoryStep, type Order } from '../../../core/piece/orders';
import type { Piece } from '../../../core/piece/schema';
import { inSize } from '../../../core/sizes/editInSize';
import { pieceAt } from '../../../core/sizes/pieceAt';
import type { StoredPiece } from '../../../server/store/pieces';
import type { store } from '../../store';
import { counted, drafted, edited, looked, opened, role, saving, settled, stepped, tried } from '../benchState';
import type { BenchState } from '../benchState';
import { OrderQueue, type OrderServices } from './OrderQueue';

/** What editing works with; tests give others. */
export interface EditingServices extends OrderServices {
  store: Pick<typeof store, 'getState' | 'dispatch'>;
  open(id: string): Promise<StoredPiece>;
  /** One step of a piece's history. */
  historyStep(id: string, place: number): Promise<HistoryStep>;
}

/** An entry of the history: where the store keeps it, and its patches once they are known here. */
interface Entry {
  place: number;
  step: HistoryStep | null;
}

const pauseBeforeSave = 600;

/**
 * The only way in which the bench changes a piece. Drafts are shown at once; commits, undo and redo are shown at once
 * too, and go on to the store one after the other.
 */
export class Editing {
  constructor(private readonly services: EditingServices) {}

  /** Of every piece that was on this bench: what waited for one goes on being sent when another is shown. */
  private readonly queues = new Map<string, OrderQueue>();
  private entries: Entry[] = [];
  /** Where the store keeps the first entry. */
  private firstPlace = 0;
  /** What is done while a step of history is fetched; done when it has come. */
  private held: (() => void)[] | null = null;
  private soonPending: { label: string; key: string; edits: Map<string, Edit>; cancel(): void } | null = null;

  /** Takes the piece as the store has it, after all that waits for it has been stored. Drops what was refused. */
  async open(id: string): Promise<void> {
    this.flush();
    await this.queues.get(id)?.emptied();
    const stored = await this.services.open(id);
    const queue = new OrderQueue(this.services, id, stored.version, () => this.report(queue));
    this.queues.set(id, queue);
    this.firstPlace = stored.first;
    this.entries = stored.history.map((_, i) => ({ place: stored.first + i, step: null }));
    this.held = null;
    this.dispatch(opened(stored));
    this.report(queue);
    this.fetchStep(this.entries[stored.historyAt - 1]).catch(() => undefined);
  }

  /** Shows a change without keeping it; the next draft or commit starts from the kept piece again. */
  draft(edit: Edit, dragging = true): void {
    this.flush();
    this.show(this.ofSize(edit), dragging);
  }

  /** Shows on the sheet alone what an edit would do; null shows the piece again. */
  tryOut(edit: Edit | null): void {
    const { piece, tried: shown } = this.bench;
    if (edit) this.flush();
    if (edit && piece) this.dispatch(tried(applyEdit(this.bench.piece!, this.ofSize(edit)).piece));
    else if (shown) this.dispatch(tried(null));
  }

  cancelDraft(): void {
    if (this.bench.draft) this.dispatch(drafted({ draft: null, dragging: false }));
  }

  /** Keeps a change. @returns false when it cannot be kept; the reason is shown */
  commit(label: string, edit: Edit): boolean {
    this.flush();
    return this.keep(label, this.ofSize(edit));
  }

  /**
   * Puts in what was worked out for the piece as it stands: no step of history.
   * @throws Error when that makes no piece
   */
  settle(edit: Edit): void {
    const { piece, role: own } = this.bench;
    if (!piece || own !== 'working') return;
    const { piece: next, patches } = applyEdit(piece, edit);
    const problem = patches.length > 0 ? problemWith(next) : null;
    if (problem) throw new Error(problem);
    if (patches.length === 0) return;
    this.dispatch(settled(next));
    this.order({ kind: 'settle', patches });
  }

  /**
   * Shows a change at once and keeps it after a short pause, together with others of the same key: typing a word, or a
   * row of arrow steps, is one entry of history.
   * @param part edits with the same part replace each other
   */
  soon(label: string, key: string, part: string, edit: Edit): void {
    if (this.soonPending && this.soonPending.key !== key) this.flush();
    if (this.soonPending) this.soonPending.cancel();
    const edits = this.soonPending?.edits ?? new Map<string, Edit>();
    edits.set(part, this.ofSize(edit));
    this.soonPending = { label, key, edits, cancel: this.services.after(pauseBeforeSave, () => this.flush()) };
    this.report();
    this.show(together(edits), true);
  }

  /** Keeps what `soon` is still holding back. */
  flush(): void {
    const pending = this.soonPending;
    if (!pending) return;
    pending.cancel();
    this.soonPending = null;
    this.keep(pending.label, together(pending.edits));
    this.report();
  }

  /** Undo or redo: shown at once, or as soon as the store has told what the step was. */
  async step(direction: Direction): Promise<void> {
    this.flush();
    if (this.held) return void this.held.push(() => void this.step(direction));
    const { historyAt, history, id, role: own } = this.bench;
    const index = direction === 'undo' ? historyAt - 1 : historyAt;
    if (!id || own !== 'working' || index < 0 || index >= history.length) return;
    if (this.entries[index].step) return this.stepNow(direction, index);
    this.held = [];
    this.report();
    let problem: string | null = null;
    try {
      await this.fetchStep(this.entries[index]);
    } catch (error) {
      problem = error instanceof Error ? error.message : 'The server cannot be reached.';
    }
    if (this.bench.id !== id || !this.held) return;
    const { held } = this;
    this.held = null;
    if (problem) this.dispatch(looked({ problem: `This step could not be fetched. ${problem}` }));
    else this.stepNow(direction, index);
    for (const act of held) act();
    this.report();
  }

  /** Waits until the store has everything. @throws Error that says why it has not */
  async saved(): Promise<void> {
    this.flush();
    await this.queue?.stored();
  }

  /** True while something would be lost if the page were closed now. */
  get unsaved(): boolean {
    const waits = [...this.queues.values()].some(({ length }) => length > 0);
    return waits || this.soonPending !== null || (this.held?.length ?? 0) > 0;
  }

  /** The piece as it is shown, in the size on the bench, with what is not kept yet. */
  get shown(): Piece | null {
    const { draft, piece, size } = this.bench;
    const shown = draft ?? piece;
    return shown && pieceAt(shown, size);
  }

  /** The piece as it is kept, in the size on the bench. */
  get kept(): Piece | null {
    const { piece, size } = this.bench;
    return piece && pieceAt(piece, size);
  }

  /** Brings another size to the bench; null, or one that is not there, for the first sheet. */
  workOn(size: string | null): void {
    this.flush();
    this.cancelDraft();
    const isThere = this.bench.piece?.sizes.some(({ id }) => id === size);
    this.dispatch(looked({ size: isThere ? size : null }));
  }

  /** An edit of what is on the bench, as an edit of the piece. */
  private ofSize(edit: Edit): Edit {
    return inSize(this.bench.size, edit);
  }

  private get bench(): BenchState {
    return this.services.store.getState().bench;
  }

  private get queue(): OrderQueue | undefined {
    return this.queues.get(this.bench.id ?? '');
  }

  private dispatch(action: Parameters<EditingServices['store']['dispatch']>[0]): void {
    this.services.store.dispatch(action);
  }

  private show(edit: Edit, dragging: boolean): void {
    const { piece, role: own } = this.bench;
    if (!piece || own !== 'working') return;
    this.dispatch(drafted({ draft: applyEdit(piece, edit).piece, dragging }));
  }

  private keep(label: string, edit: Edit): boolean {
    const { piece, role: own } = this.bench;
    if (!piece || own !== 'working') return false;
    if (this.held) {
      this.held.push(() => void this.keep(label, edit));
      this.show(edit, false);
      this.report();
      return true;
    }
    const { piece: next, patches, inverse } = applyEdit(piece, edit);
    const problem = patches.length > 0 ? problemWith(next) : null;
    if (problem || patches.length === 0) {
      this.cancelDraft();
      if (problem) this.dispatch(looked({ problem }));
      return !problem;
    }
    const kept = this.entries.slice(0, this.bench.historyAt);
    const place = (kept.at(-1)?.place ?? this.firstPlace - 1) + 1;
    this.entries = [...kept, { place, step: { patches, inverse } }].slice(-historyLength);
    this.dispatch(edited({ piece: next, label }));
    this.order({ kind: 'edit', label, patches, inverse });
    return true;
  }

  private stepNow(direction: Direction, index: number): void {
    const { patches, inverse } = this.entries[index].step!;
    const piece = applyPatches(this.bench.piece!, (direction === 'undo' ? inverse : patches) as Patch[]);
    this.dispatch(stepped({ piece, historyAt: direction === 'undo' ? index : index + 1 }));
    this.order({ kind: direction });
    // The next one is likely to be asked for too.
    if (direction === 'undo') this.fetchStep(this.entries[index - 1]).catch(() => undefined);
  }

  private async fetchStep(entry: Entry | undefined): Promise<void> {
    const { id } = this.bench;
    if (id && entry && !entry.step) entry.step = await this.services.historyStep(id, entry.place);
  }

  private order(order: WithoutId<Order>): void {
    this.queue!.add({ ...order, id: crypto.randomUUID() });
  }

  /** Tells the bench how far the store has come. */
  private report(queue: OrderQueue | undefined = this.queue): void {
    if (!queue || queue.piece !== this.bench.id) return;
    const { state, version } = queue;
    const held = (this.held?.length ?? 0) + Number(this.held !== null);
    const pending = queue.length + held + Number(this.soonPending !== null);
    if (pending !== this.bench.pending || version !== this.bench.version) this.dispatch(counted({ pending, version }));
    if (state.state === 'saved' && state.at === 0) return;
    const shown = state.state === 'refused' ? { state: state.state, message: state.message } : state;
    if (!isSame(shown, this.bench.saving)) this.dispatch(saving(shown));
    if (state.state === 'refused' && state.problem?.status === 409 && state.problem.code !== 'nothing')
      this.dispatch(role('watching'));
  }
}

type WithoutId<Of> = Of extends { id: string } ? Omit<Of, 'id'> : never;

const isSame = (a: object, b: object): boolean => JSON.stringify(a) === JSON.stringify(b);

function together(edits: Map<string, Edit>): Edit {
  return (piece) => {
    for (const edit of edits.values()) edit(piece);
  };
}

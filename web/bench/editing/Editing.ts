import type { Patch } from 'immer';
import { applyEdit, problemWith, type Edit } from '../../../core/piece/edits/edit';
import type { Piece } from '../../../core/piece/schema';
import type { StoredPiece } from '../../../server/store/pieces';
import { ServerProblem } from '../../api/client';
import type { store } from '../../store';
import { counted, drafted, edited, looked, opened, role, saving, tried, type BenchState } from '../benchState';

/** A change on its way to the server. */
export interface Waiting {
  label: string;
  patches: Patch[];
  inverse: Patch[];
}

/** What editing works with; tests give others. */
export interface EditingServices {
  store: Pick<typeof store, 'getState' | 'dispatch'>;
  server: {
    open(id: string): Promise<StoredPiece>;
    edit(id: string, version: number, change: Waiting): Promise<{ version: number; savedAt: number }>;
    step(id: string, direction: 'undo' | 'redo', version: number): Promise<unknown>;
  };
  /** Calls later; returns what cancels that. */
  after(ms: number, call: () => void): () => void;
}

const pauseBeforeSave = 600;
const pauseBeforeRetry = 2500;

/**
 * The only way in which the bench changes a piece. Drafts are shown at once; commits go into history and on to the
 * server, one
 * after the other, in order. While the server cannot be reached they wait and are sent again.
 */
export class Editing {
  constructor(private readonly services: EditingServices) {}

  private version = 0;
  private readonly waiting: Waiting[] = [];
  private sending: Promise<void> | null = null;
  private stepping: Promise<void> = Promise.resolve();
  /** Steps of undo and redo that are under way or wait for their turn. */
  private steps = 0;
  private soonPending: { label: string; key: string; edits: Map<string, Edit>; cancel(): void } | null = null;

  /** Takes the piece as the server has it. */
  async open(id: string): Promise<void> {
    const stored = await this.services.server.open(id);
    this.version = stored.version;
    this.waiting.length = 0;
    this.reportPending();
    this.dispatch(opened(stored));
  }

  /** Shows a change without keeping it; the next draft or commit starts from the kept piece again. */
  draft(edit: Edit, dragging = true): void {
    this.flush();
    this.show(edit, dragging);
  }

  /** Shows on the sheet alone what an edit would do; null shows the piece again. */
  tryOut(edit: Edit | null): void {
    const { piece, tried: shown } = this.bench;
    if (edit) this.flush();
    if (edit && piece) this.dispatch(tried(applyEdit(this.bench.piece!, edit).piece));
    else if (shown) this.dispatch(tried(null));
  }

  cancelDraft(): void {
    if (this.bench.draft) this.dispatch(drafted({ draft: null, dragging: false }));
  }

  /** Keeps a change. @returns false when it cannot be kept; the reason is shown */
  commit(label: string, edit: Edit): boolean {
    this.flush();
    return this.keep(label, edit);
  }

  /**
   * Shows a change at once and keeps it after a short pause, together with others of the same key: typing a word, or a
   * row
   * of arrow steps, is one entry of history.
   * @param part edits with the same part replace each other
   */
  soon(label: string, key: string, part: string, edit: Edit): void {
    if (this.soonPending && this.soonPending.key !== key) this.flush();
    if (this.soonPending) this.soonPending.cancel();
    const edits = this.soonPending?.edits ?? new Map<string, Edit>();
    edits.set(part, edit);
    this.soonPending = { label, key, edits, cancel: this.services.after(pauseBeforeSave, () => this.flush()) };
    this.reportPending();
    this.show(together(edits), true);
  }

  /** Keeps what `soon` is still holding back. */
  flush(): void {
    const pending = this.soonPending;
    if (!pending) return;
    pending.cancel();
    this.soonPending = null;
    this.keep(pending.label, together(pending.edits));
    this.reportPending();
  }

  /** Undo or redo; quick presses are carried out one after the other. */
  step(direction: 'undo' | 'redo'): Promise<void> {
    this.steps++;
    this.reportPending();
    this.stepping = this.stepping
      .then(() => this.stepNow(direction))
      .finally(() => {
        this.steps--;
        this.reportPending();
      });
    return this.stepping;
  }

  private async stepNow(direction: 'undo' | 'redo'): Promise<void> {
    this.flush();
    const { bench } = this;
    if (!bench.id || bench.role !== 'working') return;
    if (direction === 'undo' ? bench.historyAt === 0 : bench.historyAt >= bench.history.length) return;
    await this.sending;
    if (this.waiting.length > 0) return;
    try {
      await this.services.server.step(bench.id, direction, this.version);
      await this.open(bench.id);
    } catch (error) {
      this.refused(error);
    }
  }

  /** Waits until the server has everything. @throws Error when it refused or cannot be reached */
  async saved(): Promise<void> {
    this.flush();
    if (this.bench.saving.state === 'waiting')
      throw new Error('The last changes are not saved yet, because the server cannot be reached.');
    await this.sending;
    if (this.waiting.length > 0) throw new Error('The last changes could not be saved.');
  }

  /** True while something would be lost if the page were closed now. */
  get unsaved(): boolean {
    return this.soonPending !== null || this.waiting.length > 0;
  }

  /** The piece as it is shown, with what is not kept yet. */
  get shown(): Piece | null {
    const { draft, piece } = this.bench;
    return draft ?? piece;
  }

  private get bench(): BenchState {
    return this.services.store.getState().bench;
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
    const result = applyEdit(piece, edit);
    const problem = result.patches.length > 0 ? problemWith(result.piece) : null;
    if (problem || result.patches.length === 0) {
      this.cancelDraft();
      if (problem) this.dispatch(looked({ problem }));
      return !problem;
    }
    this.dispatch(edited({ piece: result.piece, label }));
    this.waiting.push({ label, patches: result.patches, inverse: result.inverse });
    this.reportPending();
    this.sendAll();
    return true;
  }

  /** Tells the bench how many changes and steps of history the server has not answered yet. */
  private reportPending(): void {
    const pending = this.waiting.length + this.steps + Number(this.soonPending !== null);
    if (pending !== this.bench.pending || this.version !== this.bench.version)
      this.dispatch(counted({ pending, version: this.version }));
  }

  private sendAll(): void {
    this.sending ??= this.send().finally(() => (this.sending = null));
  }

  private async send(): Promise<void> {
    this.dispatch(saving({ state: 'saving' }));
    while (this.waiting.length > 0) {
      const { id } = this.bench;
      const [change] = this.waiting;
      if (!id) return;
      // Another piece may come while this is under way: then what is answered here no longer matters.
      const isCurrent = (): boolean => this.waiting[0] === change;
      try {
        const answer = await this.services.server.edit(id, this.version, change);
        if (!isCurrent()) continue;
        this.version = answer.version;
        this.waiting.shift();
        this.reportPending();
        if (this.waiting.length === 0) this.dispatch(saving({ state: 'saved', at: answer.savedAt }));
      } catch (error) {
        if (!isCurrent()) continue;
        if (error instanceof ServerProblem && error.status !== 0 && error.status < 500) return this.refused(error);
        const message = error instanceof Error ? error.message : 'The server cannot be reached.';
        this.dispatch(saving({ state: 'waiting', message }));
        await new Promise<void>((resolve) => void this.services.after(pauseBeforeRetry, resolve));
      }
    }
  }

  private refused(error: unknown): void {
    const message = error instanceof Error ? error.message : 'This could not be saved.';
    this.dispatch(saving({ state: 'refused', message }));
    if (error instanceof ServerProblem && error.status === 409 && error.code !== 'nothing')
      this.dispatch(role('watching'));
  }
}

function together(edits: Map<string, Edit>): Edit {
  return (piece) => {
    for (const edit of edits.values()) edit(piece);
  };
}

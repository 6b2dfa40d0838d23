import type { Patch } from 'immer';
import { applyEdit, problemWith, type Edit } from '../../core/piece/edits/edit';
import type { Piece } from '../../core/piece/schema';
import { api, ask, ServerProblem } from '../api/client';
import { store } from '../store';
import { drafted, edited, looked, opened, role, saving, tried } from './benchState';

/** This tab, for as long as it is open. */
export const tabId = crypto.randomUUID();

interface Waiting {
  label: string;
  patches: Patch[];
  inverse: Patch[];
}

const pauseBeforeSave = 600;
const pauseBeforeRetry = 2500;

/**
 * The only way in which the bench changes a piece. Drafts are shown at once; commits go into history and on to the server, one
 * after the other, in order. While the server cannot be reached they wait and are sent again.
 */
class Editing {
  private version = 0;
  private readonly waiting: Waiting[] = [];
  private sending: Promise<void> | null = null;
  private stepping: Promise<void> = Promise.resolve();
  private soonPending: { label: string; key: string; edits: Map<string, Edit>; timer: number } | null = null;

  /** Takes the piece as the server has it. */
  async open(id: string): Promise<void> {
    const stored = await ask(api.pieces[':id'].$get({ param: { id } }));
    this.version = stored.version;
    this.waiting.length = 0;
    store.dispatch(opened(stored));
  }

  /** Shows a change without keeping it; the next draft or commit starts from the kept piece again. */
  draft(edit: Edit, dragging = true): void {
    this.flush();
    this.show(edit, dragging);
  }

  /** Shows on the sheet alone what an edit would do; null shows the piece again. */
  tryOut(edit: Edit | null): void {
    const { piece, tried: shown } = store.getState().bench;
    if (edit) this.flush();
    if (edit && piece) store.dispatch(tried(applyEdit(store.getState().bench.piece!, edit).piece));
    else if (shown) store.dispatch(tried(null));
  }

  cancelDraft(): void {
    if (store.getState().bench.draft) store.dispatch(drafted({ draft: null, dragging: false }));
  }

  /** Keeps a change. @returns false when it cannot be kept; the person is told why */
  commit(label: string, edit: Edit): boolean {
    this.flush();
    return this.keep(label, edit);
  }

  /**
   * Shows a change at once and keeps it after a short pause, together with others of the same key: typing a word, or a row
   * of arrow steps, is one entry of history.
   * @param part edits with the same part replace each other
   */
  soon(label: string, key: string, part: string, edit: Edit): void {
    if (this.soonPending && this.soonPending.key !== key) this.flush();
    if (this.soonPending) window.clearTimeout(this.soonPending.timer);
    const edits = this.soonPending?.edits ?? new Map<string, Edit>();
    edits.set(part, edit);
    this.soonPending = { label, key, edits, timer: window.setTimeout(() => this.flush(), pauseBeforeSave) };
    this.show(together(edits), true);
  }

  /** Keeps what `soon` is still holding back. */
  flush(): void {
    const pending = this.soonPending;
    if (!pending) return;
    window.clearTimeout(pending.timer);
    this.soonPending = null;
    this.keep(pending.label, together(pending.edits));
  }

  /** Undo or redo; quick presses are carried out one after the other. */
  step(direction: 'undo' | 'redo'): Promise<void> {
    this.stepping = this.stepping.then(() => this.stepNow(direction));
    return this.stepping;
  }

  private async stepNow(direction: 'undo' | 'redo'): Promise<void> {
    this.flush();
    const { bench } = store.getState();
    if (!bench.id || bench.role !== 'working') return;
    if (direction === 'undo' ? bench.historyAt === 0 : bench.historyAt >= bench.history.length) return;
    await this.sending;
    if (this.waiting.length > 0) return;
    try {
      await ask(
        api.pieces[':id'][direction].$post({ param: { id: bench.id }, json: { tab: tabId, version: this.version } }),
      );
      await this.open(bench.id);
    } catch (error) {
      this.refused(error);
    }
  }

  /** Waits until the server has everything. @throws Error when it refused or cannot be reached */
  async saved(): Promise<void> {
    this.flush();
    if (store.getState().bench.saving.state === 'waiting')
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
    const { draft, piece } = store.getState().bench;
    return draft ?? piece;
  }

  private show(edit: Edit, dragging: boolean): void {
    const { piece, role: own } = store.getState().bench;
    if (!piece || own !== 'working') return;
    store.dispatch(drafted({ draft: applyEdit(piece, edit).piece, dragging }));
  }

  private keep(label: string, edit: Edit): boolean {
    const { piece, role: own } = store.getState().bench;
    if (!piece || own !== 'working') return false;
    const result = applyEdit(piece, edit);
    const problem = result.patches.length > 0 ? problemWith(result.piece) : null;
    if (problem || result.patches.length === 0) {
      this.cancelDraft();
      if (problem) store.dispatch(looked({ problem }));
      return !problem;
    }
    store.dispatch(edited({ piece: result.piece, label }));
    this.waiting.push({ label, patches: result.patches, inverse: result.inverse });
    this.sendAll();
    return true;
  }

  private sendAll(): void {
    this.sending ??= this.send().finally(() => (this.sending = null));
  }

  private async send(): Promise<void> {
    const { id } = store.getState().bench;
    store.dispatch(saving({ state: 'saving' }));
    while (this.waiting.length > 0 && id === store.getState().bench.id) {
      try {
        const told = await ask(
          api.pieces[':id'].edits.$post({
            param: { id: id! },
            json: { tab: tabId, version: this.version, ...this.waiting[0] },
          }),
        );
        this.version = told.version;
        this.waiting.shift();
        if (this.waiting.length === 0) store.dispatch(saving({ state: 'saved', at: told.savedAt }));
      } catch (error) {
        if (error instanceof ServerProblem && error.status !== 0 && error.status < 500) return this.refused(error);
        store.dispatch(
          saving({
            state: 'waiting',
            message: error instanceof Error ? error.message : 'The server cannot be reached.',
          }),
        );
        await new Promise((resolve) => window.setTimeout(resolve, pauseBeforeRetry));
      }
    }
  }

  private refused(error: unknown): void {
    const message = error instanceof Error ? error.message : 'This could not be saved.';
    store.dispatch(saving({ state: 'refused', message }));
    if (error instanceof ServerProblem && error.status === 409 && error.code !== 'nothing')
      store.dispatch(role('watching'));
  }
}

function together(edits: Map<string, Edit>): Edit {
  return (piece) => {
    for (const edit of edits.values()) edit(piece);
  };
}

export const editing = new Editing();

window.addEventListener('beforeunload', (event) => {
  editing.flush();
  if (editing.unsaved) event.preventDefault();
});

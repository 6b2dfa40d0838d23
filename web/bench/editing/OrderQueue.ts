import type { Order } from '../../../core/piece/orders';
import { ServerProblem } from '../../api/client';

/** What sending works with; tests give others. */
export interface OrderServices {
  /** @throws ServerProblem */
  send(piece: string, version: number, order: Order): Promise<{ version: number; savedAt: number }>;
  /** Calls later; returns what cancels that. */
  after(ms: number, call: () => void): () => void;
}

/** How far the store has come: `waiting` is tried again by itself, `refused` is not. */
export type QueueState =
  | { state: 'saved'; at: number }
  | { state: 'saving' }
  | { state: 'waiting'; message: string }
  | { state: 'refused'; message: string; problem: ServerProblem | null };

const pauseBeforeRetry = 2500;

/**
 * What is on its way to the store for one piece: edits, undo, redo and what was solved, one after the other. An order
 * whose answer is lost is sent again under the same id, so it is carried out once. Goes on when the bench shows another
 * piece.
 */
export class OrderQueue {
  constructor(
    private readonly services: OrderServices,
    readonly piece: string,
    private storedVersion: number,
    private readonly changed: () => void,
  ) {}

  private readonly waiting: Order[] = [];
  private sending: Promise<void> | null = null;
  private now: QueueState = { state: 'saved', at: 0 };

  get version(): number {
    return this.storedVersion;
  }

  get length(): number {
    return this.waiting.length;
  }

  get state(): QueueState {
    return this.now;
  }

  add(order: Order): void {
    this.waiting.push(order);
    if (this.now.state === 'refused') return this.changed();
    this.start();
    this.changed();
  }

  private start(): void {
    this.sending ??= this.sendAll().finally(() => {
      this.sending = null;
      // What came between the last answer and now.
      if (this.waiting.length > 0 && this.now.state !== 'refused') this.start();
    });
  }

  /** Until everything is stored, or cannot be for now. @throws Error that says why */
  async stored(): Promise<void> {
    if (this.now.state === 'saving') await this.sending;
    if (this.now.state === 'waiting' || this.now.state === 'refused')
      throw new Error(`The last changes are not saved yet. ${this.now.message}`);
  }

  /** Until everything is stored, however long the server is away; at once where it refused. */
  async emptied(): Promise<void> {
    await this.sending;
  }

  private tell(state: QueueState): void {
    this.now = state;
    this.changed();
  }

  private async sendAll(): Promise<void> {
    if (this.now.state !== 'waiting') this.tell({ state: 'saving' });
    while (this.waiting.length > 0) {
      try {
        const { version, savedAt } = await this.services.send(this.piece, this.storedVersion, this.waiting[0]);
        this.storedVersion = version;
        this.waiting.shift();
        this.tell(this.waiting.length === 0 ? { state: 'saved', at: savedAt } : { state: 'saving' });
      } catch (error) {
        const message = error instanceof Error ? error.message : 'This could not be saved.';
        if (error instanceof ServerProblem && !error.isForNow)
          return this.tell({ state: 'refused', message, problem: error });
        this.tell({ state: 'waiting', message });
        await new Promise<void>((resolve) => void this.services.after(pauseBeforeRetry, resolve));
      }
    }
  }
}

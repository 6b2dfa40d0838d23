import type { Point } from '../../../core/shape/affine';
import { ReadyWorker } from './readyWorker';
import type { TraceAnswer, TraceOrder } from './traceWorker';

type Ask = TraceOrder extends infer Order ? (Order extends { id: number } ? Omit<Order, 'id'> : never) : never;

/** The page's side of the trace worker. */
export class TraceClient {
  private readonly worker: ReadyWorker<TraceOrder, TraceAnswer>;
  private readonly waiting = new Map<number, { resolve(points: Point[]): void; reject(error: Error): void }>();
  private next = 1;

  constructor() {
    const worker = new Worker(new URL('./traceWorker.ts', import.meta.url), { type: 'module' });
    this.worker = new ReadyWorker(
      worker,
      (answer) => this.answered(answer),
      () => this.failed(),
    );
  }

  private answered(answer: TraceAnswer): void {
    const asked = this.waiting.get(answer.id);
    this.waiting.delete(answer.id);
    if ('points' in answer) asked?.resolve(answer.points);
    else asked?.reject(new Error(answer.problem));
  }

  private failed(): void {
    for (const asked of this.waiting.values())
      asked.reject(new Error('The trace has stopped. The piece is unharmed; reload the page to go on.'));
    this.waiting.clear();
  }

  ask(order: Ask): Promise<Point[]> {
    const id = this.next++;
    return new Promise((resolve, reject) => {
      this.waiting.set(id, { resolve, reject });
      this.worker.post({ ...order, id } as TraceOrder);
    });
  }
}

import type { Point } from '../../../core/shape/affine';
import type { TraceAnswer, TraceOrder } from './traceWorker';

type Ask = TraceOrder extends infer Order ? (Order extends { id: number } ? Omit<Order, 'id'> : never) : never;

/** The page's side of the trace worker. */
export class TraceClient {
  private readonly worker = new Worker(new URL('./traceWorker.ts', import.meta.url), { type: 'module' });
  private readonly waiting = new Map<number, { resolve(points: Point[]): void; reject(error: Error): void }>();
  private next = 1;

  constructor() {
    this.worker.onmessage = ({ data }: MessageEvent<TraceAnswer>) => {
      const asked = this.waiting.get(data.id);
      this.waiting.delete(data.id);
      if ('points' in data) asked?.resolve(data.points);
      else asked?.reject(new Error(data.problem));
    };
  }

  ask(order: Ask): Promise<Point[]> {
    const id = this.next++;
    return new Promise((resolve, reject) => {
      this.waiting.set(id, { resolve, reject });
      this.worker.postMessage({ ...order, id });
    });
  }

  close(): void {
    this.worker.terminate();
  }
}

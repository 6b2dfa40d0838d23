/**
 * A worker whose messages wait until it has loaded. Its module awaits the shaping library, and what is sent to a module
 * that is still awaiting is lost. The worker says `ready` when it listens.
 */
export class ReadyWorker<Order, Answer> {
  private held: Order[] | null = [];

  constructor(
    private readonly worker: Worker,
    answered: (answer: Answer) => void,
    failed: () => void,
  ) {
    worker.onmessage = ({ data }: MessageEvent<Answer | 'ready'>) => {
      if (data !== 'ready') return answered(data);
      const held = this.held ?? [];
      this.held = null;
      for (const order of held) worker.postMessage(order);
    };
    worker.onerror = (event) => {
      event.preventDefault();
      failed();
    };
  }

  post(order: Order): void {
    if (this.held) this.held.push(order);
    else this.worker.postMessage(order);
  }
}

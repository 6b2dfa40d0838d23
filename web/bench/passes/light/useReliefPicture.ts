import { useEffect, useRef, useState } from 'react';
import type { Direction } from '../../../../core/survey/relief';
import type { CoarseView } from '../../../../core/survey/view';
import type { ReliefAnswer, ReliefOrder } from './reliefWorker';

/** What is wanted of a worker that does one thing after the other: only the newest wish counts. */
export class NewestWish<Wish> {
  private isBusy = false;
  private next: Wish | null = null;

  constructor(private readonly ask: (wish: Wish) => void) {}

  want(wish: Wish): void {
    if (this.isBusy) this.next = wish;
    else this.begin(wish);
  }

  /** What was asked for has come. */
  done(): void {
    this.isBusy = false;
    const { next } = this;
    this.next = null;
    if (next !== null) this.begin(next);
  }

  private begin(wish: Wish): void {
    this.isBusy = true;
    this.ask(wish);
  }
}

/** The relief of a photograph in a light, worked out beside the page; while the light turns, the last one that is ready. */
export function useReliefPicture(view: CoarseView | null, { tilt, height }: Direction): ReliefAnswer | null {
  const [picture, setPicture] = useState<ReliefAnswer | null>(null);
  const wishes = useRef<NewestWish<Direction> | null>(null);
  useEffect(() => {
    if (!view) return;
    const worker = new Worker(new URL('./reliefWorker.ts', import.meta.url), { type: 'module' });
    const post = (order: ReliefOrder): void => worker.postMessage(order);
    const own = new NewestWish<Direction>((light) => post({ light }));
    wishes.current = own;
    worker.onmessage = ({ data }: MessageEvent<ReliefAnswer>) => {
      setPicture(data);
      own.done();
    };
    // The gauge keeps what it shows: it is only a look.
    worker.onerror = (event) => {
      event.preventDefault();
      own.done();
    };
    post({ view });
    return () => {
      worker.terminate();
      wishes.current = null;
      setPicture(null);
    };
  }, [view]);
  useEffect(() => wishes.current?.want({ tilt, height }), [view, tilt, height]);
  return picture;
}

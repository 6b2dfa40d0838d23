import { useEffect, useRef, useState } from 'react';
import type { Bytes, ProofLook } from '../../core/proof/look';
import type { ProofAnswer, ProofOrder } from './proofWorker';

/** A picture as it is looked at, worked out beside the page; the last one stays until the next is there. */
export function useLookedAt(
  picture: Bytes | null,
  look: ProofLook,
  ppi: number,
  scale: number,
): { seen: Bytes | null; isReady: boolean; problem: string | null } {
  const worker = useRef<Worker | null>(null);
  const number = useRef(0);
  const [state, setState] = useState<{ of: unknown; seen: Bytes | null; problem: string | null }>({
    of: null,
    seen: null,
    problem: null,
  });
  const key = JSON.stringify(look);
  useEffect(() => () => worker.current?.terminate(), []);
  useEffect(() => {
    if (!picture) return;
    const own = ++number.current;
    // What is under way for an older look is given up with its worker.
    worker.current?.terminate();
    const fresh = new Worker(new URL('./proofWorker.ts', import.meta.url), { type: 'module' });
    worker.current = fresh;
    fresh.onmessage = ({ data }: MessageEvent<ProofAnswer>) => {
      if (data.number !== own) return;
      setState((last) =>
        'seen' in data
          ? { of: [picture, key], seen: data.seen, problem: null }
          : { of: [picture, key], seen: last.seen, problem: data.problem },
      );
    };
    fresh.onerror = () => setState((last) => ({ ...last, of: [picture, key], problem: 'This could not be drawn.' }));
    const order: ProofOrder = { number: own, picture, look: JSON.parse(key) as ProofLook, ppi, scale };
    fresh.postMessage(order);
  }, [picture, key, ppi, scale]);
  const of = state.of as [Bytes, string] | null;
  return { seen: state.seen, isReady: of !== null && of[0] === picture && of[1] === key, problem: state.problem };
}

import { useEffect, useState } from 'react';
import { ServerProblem } from '../api/client';
import { roughsAt, type RoughsState } from '../api/roughs';
import { messageOf } from '../ui/messageOf';

/** How long to wait before it is asked again, ms: while they are made, and when the server could not be reached. */
const [again, later] = [450, 2000];

/** Roughs as they come. */
export function useRoughs(id: string | null): { state: RoughsState | null; problem: string | null } {
  const [state, setState] = useState<RoughsState | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    if (id === null) return;
    let timer = 0;
    let isGone = false;
    const look = (): void => {
      roughsAt(id).then(
        (found) => {
          if (isGone) return;
          setState(found);
          setProblem(null);
          if (found.state === 'running') timer = window.setTimeout(look, again);
        },
        (error: unknown) => {
          if (isGone) return;
          const isForNow = error instanceof ServerProblem && error.isForNow;
          setProblem(isForNow ? `${messageOf(error)} It is tried again.` : messageOf(error));
          if (isForNow) timer = window.setTimeout(look, later);
        },
      );
    };
    look();
    return () => {
      isGone = true;
      window.clearTimeout(timer);
    };
  }, [id]);
  return { state: state?.id === id ? state : null, problem: id === null ? null : problem };
}

import { useCallback, useEffect, useRef, useState } from 'react';
import {
  changeRun,
  editRows,
  followRun,
  getRow,
  getRows,
  getRun,
  startWork,
  type Run,
  type RunRow,
  type RunSettings,
  type WorkState,
} from '../api/runs';
import { ServerProblem } from '../api/client';
import { afterEdits, type TableStep } from './tableHistory';
import { messageOf } from '../ui/messageOf';

/** So many rows are asked for one by one; more are asked for all together, and not more often than every so many ms. */
const mostSingle = 12;
const pauseForAll = 1500;

/** A run, its rows as they come, and everything that is done with them. */
export interface RunWork {
  run: Run | null;
  rows: readonly RunRow[] | null;
  work: WorkState | null;
  problem: string | null;
  say(problem: string | null): void;
  /** Everything once more from the server. */
  reload(): Promise<void>;
  change(settings: Partial<RunSettings>): void;
  rename(name: string): void;
  /** Changes the table; it can be taken back. */
  does(step: TableStep | null): void;
  undo(): void;
  redo(): void;
  /** What undo and redo would do; null where there is nothing. */
  back: string | null;
  forth: string | null;
}

export function useRun(id: string): RunWork {
  const [run, setRun] = useState<Run | null>(null);
  const [rows, setRows] = useState<RunRow[] | null>(null);
  const [work, setWork] = useState<WorkState | null>(null);
  const [problem, say] = useState<string | null>(null);
  const [steps, setSteps] = useState<{ done: TableStep[]; undone: TableStep[] }>({ done: [], undone: [] });
  /** Changes that are on their way: what the server says meanwhile is older than what is shown. */
  const sending = useRef({ count: 0, last: Promise.resolve() });
  const failed = useCallback((error: unknown): void => say(messageOf(error)), []);
  const reload = useCallback(async (): Promise<void> => {
    try {
      const [nextRun, nextRows] = await Promise.all([getRun(id), getRows(id)]);
      if (sending.current.count > 0) return;
      setRun((now) => (JSON.stringify(now) === JSON.stringify(nextRun) ? now : withKept(now, nextRun)));
      setWork(nextRun.state);
      setRows(nextRows);
    } catch (error) {
      failed(error);
    }
  }, [id, failed]);
  useEffect(() => void reload(), [reload]);
  useSolvedAgain(id, reload, failed);
  useFreshRows(id, { reload, setRows, setWork, isSending: () => sending.current.count > 0 });

  const post = useCallback(
    (send: () => Promise<unknown>): void => {
      const { current } = sending;
      current.count++;
      current.last = current.last
        .then(() => untilSent(send, say))
        .catch(failed)
        .then(() => {
          current.count--;
          if (current.count === 0) return reload();
        });
    },
    [failed, reload],
  );
  useGuard(() => sending.current.count > 0);
  const carryOut = (edits: TableStep['edits']): void => {
    setRows((now) => now && afterEdits(now, edits));
    post(() => editRows(id, edits));
  };
  const change = (settings: Partial<RunSettings>): void => {
    setRun((now) => now && { ...now, settings: { ...now.settings, ...settings } });
    post(() => changeRun(id, { settings }));
  };
  return {
    run,
    rows,
    work,
    problem,
    say,
    reload,
    change,
    rename: (name) => {
      setRun((now) => now && { ...now, name });
      post(() => changeRun(id, { name }));
    },
    does: (step) => {
      if (!step || step.edits.every((edit) => 'rows' in edit && edit.rows.length === 0)) return;
      setSteps(({ done }) => ({ done: [...done.slice(-199), step], undone: [] }));
      carryOut(step.edits);
    },
    undo: () => {
      const step = steps.done.at(-1);
      if (!step) return;
      setSteps({ done: steps.done.slice(0, -1), undone: [...steps.undone, step] });
      carryOut(step.inverse);
    },
    redo: () => {
      const step = steps.undone.at(-1);
      if (!step) return;
      setSteps({ done: [...steps.done, step], undone: steps.undone.slice(0, -1) });
      carryOut(step.edits);
    },
    back: steps.done.at(-1)?.label ?? null,
    forth: steps.undone.at(-1)?.label ?? null,
  };
}

/** How long to wait before what did not arrive is sent again, ms. */
const pauseBeforeRetry = 2500;
/** A server that is there and cannot do it is asked so often. */
const mostTries = 4;

/**
 * Sends a change until the server has it: whatever is sent twice is the same as once. While the server is away that is
 * said. @throws ServerProblem where it refuses
 */
async function untilSent(send: () => Promise<unknown>, say: (problem: string | null) => void): Promise<void> {
  for (let tries = 1; ; tries++) {
    try {
      await send();
      if (tries > 1) say(null);
      return;
    } catch (error) {
      const isAway = error instanceof ServerProblem && (error.status === 0 || error.status === 401);
      const isTroubled = error instanceof ServerProblem && error.status >= 500 && tries < mostTries;
      if (!isAway && !isTroubled) throw error;
      say(`${error.message} What was changed is kept here and sent again.`);
      await new Promise((again) => setTimeout(again, pauseBeforeRetry));
    }
  }
}

/** Whoever leaves while something is still on its way is asked. */
function useGuard(isSending: () => boolean): void {
  const latest = useRef(isSending);
  useEffect(() => {
    latest.current = isSending;
  });
  useEffect(() => {
    const guard = (event: BeforeUnloadEvent): void => {
      if (latest.current()) event.preventDefault();
    };
    window.addEventListener('beforeunload', guard);
    return () => window.removeEventListener('beforeunload', guard);
  }, []);
}

/** Settings that say the same stay the same, so that nothing that is made from them is made anew while somebody types. */
function withKept(now: Run | null, next: Run): Run {
  const isSame = now && JSON.stringify(now.settings) === JSON.stringify(next.settings);
  return isSame ? { ...next, settings: now.settings } : next;
}

/** What has changed elsewhere, such as the piece on its bench, is solved again when a person comes to the page. */
function useSolvedAgain(id: string, reload: () => Promise<void>, failed: (error: unknown) => void): void {
  useEffect(() => {
    const look = (): void => {
      startWork(id, { kind: 'solve', rows: null }).then(reload, (error: unknown) => {
        // Its files are being made: rows are solved after them.
        if (!(error instanceof ServerProblem && error.status === 409)) failed(error);
      });
    };
    look();
    window.addEventListener('focus', look);
    return () => window.removeEventListener('focus', look);
  }, [id, reload, failed]);
}

interface Fresh {
  reload(): Promise<void>;
  setRows(change: (now: RunRow[] | null) => RunRow[] | null): void;
  setWork(work: WorkState | null): void;
  isSending(): boolean;
}

/** Rows come anew as they are solved: some by themselves, many together. */
function useFreshRows(id: string, given: Fresh): void {
  const latest = useRef(given);
  useEffect(() => {
    latest.current = given;
  });
  useEffect(() => {
    const waiting = new Set<number>();
    let timer: number | undefined;
    let isBusy = false;
    const bring = async (): Promise<void> => {
      timer = undefined;
      const { reload, setRows, isSending } = latest.current;
      const asked = [...waiting];
      waiting.clear();
      if (asked.length > mostSingle) return reload();
      const found = await Promise.all(asked.map((row) => getRow(id, row).catch(() => null)));
      if (isSending()) return;
      const fresh = new Map(found.flatMap((row) => (row ? [[row.id, row] as const] : [])));
      setRows((now) => now && now.map((row) => fresh.get(row.id) ?? row));
    };
    const soon = (ms: number): void => {
      if (isBusy) return;
      timer ??= window.setTimeout(() => {
        isBusy = true;
        void bring().finally(() => {
          isBusy = false;
          if (waiting.size > 0) soon(waiting.size > mostSingle ? pauseForAll : 120);
        });
      }, ms);
    };
    const stop = followRun(id, ({ work, rows }) => {
      latest.current.setWork(work);
      for (const row of rows) waiting.add(row);
      if (waiting.size > 0) soon(120);
      else if (work === null) void latest.current.reload();
    });
    return () => {
      stop();
      window.clearTimeout(timer);
    };
  }, [id]);
}

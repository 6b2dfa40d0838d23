import type { RowFilled, RowSolved, RunDesign, RunOrder } from './orders';

/** What is asked about one row. */
export type RowTask = Exclude<RunOrder, { kind: 'design' }>;

/** Somebody who does rows, one after the other. */
export interface RowHand {
  /** Tells what rows are made from, where that is not known yet. */
  give(design: RunDesign): Promise<void>;
  /** @throws Error that says what is wrong with the row; Problem 507 where there is no room for what came of it */
  ask(task: RowTask): Promise<RowSolved | RowFilled | null>;
  kill(): void;
}

/** What workers on other machines ask of the server. */
export interface WorkerDesk {
  /** Where rows are queued, and by which program they must be done. */
  readonly hello: { redis: string; queue: string; build: string };
  /** What a worker must show. */
  readonly token: string;
  /** @returns null where no row is made from it any more */
  design(key: string): RunDesign | null;
  /** Whether somebody waits for this row. */
  isWanted(job: string): boolean;
  /** Takes over a file that a worker has made. @returns whether it was wanted; otherwise it is gone */
  deliver(job: string, path: string): boolean;
}

/** All who do the rows of this server: processes of this machine, or workers on any. */
export interface RowHands {
  /** How many rows are done side by side, of so many that wait. */
  lanes(waiting: number): number;
  hand(): RowHand;
  /** Why nothing goes on right now, as a sentence; null where it does. */
  waitsFor(): string | null;
  readonly desk: WorkerDesk | null;
  close(): void;
}

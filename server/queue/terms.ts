import type { RowOrder, RunAnswer } from '../runs/orders';
import type { FileSettings } from '../../core/formats/settings';

/** What is to be done with a row; where its file lies is up to the worker. */
export type QueuedTask =
  | { kind: 'solve'; row: RowOrder }
  | { kind: 'make'; row: RowOrder; side: number | null; settings: Omit<FileSettings, 'ppi'> };

/** A row as it stands in the queue. */
export interface QueuedRow {
  /** Key of what all rows are made from: a worker fetches it once. */
  design: string;
  task: QueuedTask;
}

/** What comes back: what was found, or what is wrong with the row. Files are brought to the server before. */
export type QueuedAnswer = RunAnswer;

/** What a worker shows with every request: its token, and which program it is. */
export const buildHeader = 'x-inky-build';

/** A worker that says nothing for so long is dead, ms: its row goes to another. */
export const lockMs = 10_000;
export const stalledMs = 5_000;
/** So often a row goes to another worker because one died over it. */
export const mostStalled = 5;
/** So often a row is tried again because the server could not be reached; after 1, 2, 4 ... s. */
export const mostAttempts = 8;

/** A file's digest as it goes with it (RFC 9530). @param sha256 hexadecimal digits */
export const digestField = (sha256: string): string => `sha-256=:${Buffer.from(sha256, 'hex').toString('base64')}:`;

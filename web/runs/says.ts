import { isClean } from '../../core/runs/flags';
import type { Flag, RunRow } from '../api/runs';

/** Which rows are shown. */
export const sights = ['all', 'open', 'clean', 'approved'] as const;
export type Sight = (typeof sights)[number];

export const sightNames: Record<Sight, string> = {
  all: 'All',
  open: 'To look at',
  clean: 'Clean',
  approved: 'Approved',
};

/** Whether a row has been solved and nothing about it needs a person's eye. */
export const isCleanRow = (row: RunRow): boolean => row.isFresh && isClean(row.flags);

export function isSeen(row: RunRow, sight: Sight): boolean {
  if (sight === 'open') return row.isFresh && !isClean(row.flags) && !row.approved;
  if (sight === 'clean') return isCleanRow(row);
  return sight === 'all' || row.approved;
}

/** What is said of a row first: the worst of it. */
export function worstOf({ flags }: Pick<RunRow, 'flags'>): Flag | null {
  const order = ['stop', 'look', 'note'];
  return [...flags].sort((a, b) => order.indexOf(a.weight) - order.indexOf(b.weight))[0] ?? null;
}

export const weightNames: Record<Flag['weight'], string> = { stop: 'Stop', look: 'Look', note: 'Note' };

/** The colours in which flags and rows are told. */
export const tones: Record<Flag['weight'] | ReturnType<typeof stateOf>, string> = {
  stop: 'text-iron',
  look: 'text-ochre',
  note: 'text-faint',
  clean: 'text-verdigris',
  waiting: 'text-faint',
};

/** A row in a word. */
export function stateOf(row: RunRow): 'waiting' | 'stop' | 'clean' | 'look' {
  if (!row.isFresh) return 'waiting';
  if (row.flags.some(({ weight }) => weight === 'stop')) return 'stop';
  return isClean(row.flags) ? 'clean' : 'look';
}

export const rowsIn = (count: number): string => `${count.toLocaleString('en')} ${count === 1 ? 'row' : 'rows'}`;

/** All rows in a sentence. */
export function countsOf(rows: readonly RunRow[]): string {
  if (rows.length === 0) return 'No rows yet';
  const open = rows.filter((row) => isSeen(row, 'open')).length;
  const approved = rows.filter((row) => row.approved).length;
  const waiting = rows.filter((row) => !row.isFresh).length;
  const parts = [rowsIn(rows.length)];
  if (waiting > 0) parts.push(`${waiting} waiting`);
  parts.push(`${open} to look at`, `${approved} approved`);
  return parts.join(', ');
}

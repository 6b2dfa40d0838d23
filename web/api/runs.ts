import type { PrintSheet } from '../../core/formats/imposition';
import type { JobState } from '../../server/jobs/jobs';
import type { OrderStanding } from '../../core/runs/desk';
import type { Flag } from '../../core/runs/flags';
import type { RunSettings, TableEdit } from '../../core/runs/settings';
import type { Slot } from '../../core/runs/slots';
import { inAddress } from '../../core/type/wellFormed';
import type { Work } from '../../server/runs/store';
import type { WorkEvent, WorkState } from '../../server/runs/works';
import { api, ask, follow, send } from './client';
import { roughsAddress } from './roughs';

export type { Flag, RunSettings, Slot, TableEdit, Work, WorkEvent, WorkState };

/** A run with what there is to know of its piece. */
export interface Run {
  id: string;
  name: string;
  piece: string;
  pieceName: string;
  sheet: { width: number; height: number; ppi: number };
  sizes: string[];
  settings: RunSettings;
  /** Every slot that the piece could have. */
  possible: Slot[];
  /** Why a slot can no longer be filled, by its id; null where it can. */
  broken: Record<string, string | null>;
  /** File names. */
  pictures: string[];
  state: WorkState | null;
}

export interface RunRow {
  id: number;
  cells: Record<string, string>;
  approved: boolean;
  flags: Flag[];
  weight: number;
  solvedFor: string | null;
  /** What it shows is what the piece and its values make now. */
  isFresh: boolean;
  file: string | null;
  /** Something was done to it by hand on the bench. */
  byHand: boolean;
}

export interface RunSummary {
  id: string;
  name: string;
  pieceName: string;
  rows: number;
  approved: number;
  updatedAt: number;
}

const of = (id: string) => ({ param: { id } });

/** @throws ServerProblem, as all of these */
export const listRuns = async (): Promise<RunSummary[]> => (await ask(api.runs.$get())) as RunSummary[];

export const beginRun = async (piece: string): Promise<string> => (await ask(api.runs.$post({ json: { piece } }))).id;

export const getRun = async (id: string): Promise<Run> => (await ask(api.runs[':id'].$get(of(id)))) as unknown as Run;

export const getRows = async (id: string): Promise<RunRow[]> =>
  (await ask(api.runs[':id'].rows.$get(of(id)))) as unknown as RunRow[];

export const getRow = async (id: string, row: number): Promise<RunRow> =>
  (await ask(api.runs[':id'].rows[':row'].$get({ param: { id, row: String(row) } }))) as RunRow;

export const changeRun = async (id: string, change: { name?: string; settings?: Partial<RunSettings> }): Promise<Run> =>
  (await ask(api.runs[':id'].$post({ ...of(id), json: change }))) as unknown as Run;

export const removeRun = (id: string): Promise<unknown> => ask(api.runs[':id'].$delete(of(id)));

export const editRows = (id: string, edits: TableEdit[]): Promise<unknown> =>
  ask(api.runs[':id'].edits.$post({ ...of(id), json: { edits } }));

/** What came of a table: how many rows, and what was made of it. */
export interface TakenTable {
  rows: number;
  notes: string[];
}

export const sendTable = (id: string, file: File, added: boolean): Promise<TakenTable> =>
  send(`/runs/${id}/table?name=${inAddress(file.name)}${added ? '&added=yes' : ''}`, file, () => undefined);

export const pasteTable = async (id: string, text: string, added: boolean): Promise<TakenTable> =>
  ask(api.runs[':id'].text.$post({ ...of(id), json: { text, added } }));

export const sendPictures = (
  id: string,
  file: File,
): Promise<{ pictures: string[]; refused: { name: string; says: string }[] }> =>
  send(`/runs/${id}/pictures?name=${inAddress(file.name)}`, file, () => undefined);

/** A picture that a row names. */
export interface RowPicture {
  /** Name of the slot that it fills. */
  slot: string;
  name: string;
  sha256: string;
  width: number;
  height: number;
  keep?: [number, number] | null;
}

export const rowPictures = async (id: string, row: number): Promise<RowPicture[]> =>
  (await ask(api.runs[':id'].rows[':row'].pictures.$get({ param: { id, row: String(row) } }))) as RowPicture[];

/** Says what must be seen of a picture, as fractions; null: the program looks for it. */
export const keepOfPicture = (id: string, picture: string, at: [number, number] | null): Promise<unknown> =>
  ask(api.runs[':id'].pictures.keep.$post({ ...of(id), json: { picture, at } }));

/** Begins to lay the files of a run on sheets of paper. */
export const startPrintSheets = (id: string, order: PrintSheet): Promise<JobState> =>
  ask(api.runs[':id']['print-sheets'].$post({ ...of(id), json: order }));

/** Orders of a shop, the newest first. */
export const listOrders = async (id: string): Promise<OrderStanding[]> => ask(api.runs[':id'].orders.$get(of(id)));

/** Places orders that nobody has sent. */
export const practiceOrders = (id: string, count: number, seed: number): Promise<unknown> =>
  ask(api.runs[':id'].orders.practice.$post({ ...of(id), json: { count, seed } }));

/** Begins to write the report of a run. */
export const startReport = (id: string): Promise<JobState> => ask(api.runs[':id'].report.$post(of(id)));

export const startWork = (id: string, work: Work): Promise<unknown> =>
  ask(api.runs[':id'].work.$post({ ...of(id), json: work }));

/** Puts a row's own piece on the bench. @returns its id */
export const rowToBench = async (id: string, row: number): Promise<string> =>
  (await ask(api.runs[':id'].rows[':row'].bench.$post({ param: { id, row: String(row) } }))).piece;

/** Where roughs for a row are begun: with its photograph, its words, and the shape of its sheet. */
export async function rowRoughs(id: string, row: number): Promise<string> {
  const { plate, words, ...sheet } = await ask(
    api.runs[':id'].rows[':row'].roughs.$get({ param: { id, row: String(row) } }),
  );
  return roughsAddress(plate, words, sheet);
}

/** Takes back what was done to a row by hand. */
export const dropByHand = (id: string, row: number): Promise<unknown> =>
  ask(api.runs[':id'].rows[':row'].bench.$delete({ param: { id, row: String(row) } }));

export const cancelWork = (id: string): Promise<unknown> => ask(api.runs[':id'].work.$delete(of(id)));

/** Hears of the work at a run until the returned function is called. */
export const followRun = (id: string, each: (event: WorkEvent) => void): (() => void) =>
  follow(`/runs/${id}/events`, each);

/** Where a row's small picture is. It is never another at its address. */
export const rowPicture = (id: string, { id: row, solvedFor }: Pick<RunRow, 'id' | 'solvedFor'>): string =>
  `/api/runs/${id}/rows/${row}/picture?of=${solvedFor ?? ''}`;

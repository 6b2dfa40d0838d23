import type { Governed } from './governs/governed';
import { createSlice, type PayloadAction, type UnknownAction } from '@reduxjs/toolkit';
import { foldedGauges } from '../ui/kept';
import { historyLength } from '../../core/piece/orders';
import type { Piece } from '../../core/piece/schema';
import type { TabRole } from '../../server/leases';

/** Whether what is on the bench is in the store. */
export type Saving =
  | { state: 'saved'; at: number }
  | { state: 'saving' }
  | { state: 'waiting'; message: string }
  | { state: 'refused'; message: string };

/** A cut or an edge that is being solved. */
export interface Solving {
  stage: string;
  /** 0..1; null where that is unknown. */
  done: number | null;
  startedAt: number;
  /** What can be cancelled. */
  job: string | null;
  /** The veil that it is for, and where the hand was last on its plate, plate px. */
  veil: string | null;
  at: [number, number] | null;
}

export interface BenchState {
  /** What the hand holds, by name of the pass: only what is not as at first. */
  hands: Record<string, object>;
  id: string | null;
  /** The piece as it is in history; `draft` is shown instead while something is being changed. */
  piece: Piece | null;
  draft: Piece | null;
  /** Shown on the sheet alone, for as long as something is pointed at; the ticket stays as it is. */
  tried: Piece | null;
  dragging: boolean;
  history: string[];
  historyAt: number;
  saving: Saving;
  role: TabRole;
  lettering: string | null;
  /** The selected stretch of the chosen lettering's text, UTF-16 units; an empty one is a caret. */
  selection: [number, number] | null;
  veil: string | null;
  plate: string | null;
  /** The size that is on the bench; null for the first sheet. */
  size: string | null;
  before: boolean;
  /** The picture is seen without what is on this line of the ticket. */
  withoutLine: number | null;
  /** Left of a place, sheet px, another look at the picture is seen: the bare photograph, or without one line. */
  wipe: { at: number; line: number | null } | null;
  halfStrength: boolean;
  without: string | null;
  gaugesFolded: boolean;
  problem: string | null;
  /** A place of the sheet that is to be shown at 1:1, sheet px; shown once. */
  goTo: { place: [number, number] } | null;
  /** What the value that is pointed at governs. */
  governed: Governed | null;
  /** What the next colour of the photograph is for; null while none is waited for. */
  eye: string | null;
  solving: Solving | null;
  /** Work on veils that is under way or waits for its turn. */
  queued: number;
  /** Changes that are not in the store yet, and the version of the piece that is. */
  pending: number;
  version: number;
  /** Counts everything that may change what is seen on the sheet. */
  revision: number;
}

const start: BenchState = {
  hands: {},
  id: null,
  piece: null,
  draft: null,
  tried: null,
  dragging: false,
  history: [],
  historyAt: 0,
  saving: { state: 'saved', at: 0 },
  role: 'working',
  lettering: null,
  selection: null,
  veil: null,
  plate: null,
  size: null,
  before: false,
  withoutLine: null,
  wipe: null,
  halfStrength: false,
  without: null,
  gaugesFolded: foldedGauges.kept,
  problem: null,
  goTo: null,
  eye: null,
  governed: null,
  solving: null,
  queued: 0,
  pending: 0,
  version: 0,
  revision: 0,
};

interface Opened {
  id: string;
  piece: Piece;
  history: string[];
  historyAt: number;
  savedAt: number;
}

/** Keeps the chosen lettering and veil on things that are there. */
function keepChoice(state: BenchState): void {
  const { piece } = state;
  if (!piece) return;
  if (!piece.letterings.some(({ id }) => id === state.lettering)) state.lettering = piece.letterings[0]?.id ?? null;
  if (!piece.sizes.some(({ id }) => id === state.size)) state.size = null;
  if (!piece.plates.some(({ id }) => id === state.plate)) state.plate = piece.plates[0]?.id ?? null;
  if (!piece.veils.some(({ id }) => id === state.veil)) state.veil = piece.veils[piece.veils.length - 1]?.id ?? null;
}

const bench = createSlice({
  name: 'bench',
  initialState: start,
  reducers: {
    left: ({ queued, revision }) => ({ ...start, queued, revision }),
    /** The piece as the server has it: at first, after undo and redo, and when another tab changed it. */
    opened(state, { payload }: PayloadAction<Opened>) {
      // Who works on the piece is reported by the server, perhaps before the piece itself has come.
      if (state.id !== payload.id)
        Object.assign(state, start, { role: state.role, queued: state.queued, revision: state.revision });
      Object.assign(state, {
        id: payload.id,
        piece: payload.piece,
        draft: null,
        tried: null,
        dragging: false,
        history: payload.history,
        historyAt: payload.historyAt,
      });
      state.saving = { state: 'saved', at: payload.savedAt };
      keepChoice(state);
    },
    tried(state, { payload }: PayloadAction<Piece | null>) {
      state.tried = payload;
    },
    drafted(state, { payload }: PayloadAction<{ draft: Piece | null; dragging: boolean }>) {
      Object.assign(state, payload);
    },
    edited(state, { payload }: PayloadAction<{ piece: Piece; label: string }>) {
      state.piece = payload.piece;
      state.draft = null;
      state.tried = null;
      state.dragging = false;
      state.history = [...state.history.slice(0, state.historyAt), payload.label].slice(-historyLength);
      state.historyAt = state.history.length;
      keepChoice(state);
    },
    /** Undone, or done again. */
    stepped(state, { payload }: PayloadAction<{ piece: Piece; historyAt: number }>) {
      Object.assign(state, payload, { draft: null, tried: null, dragging: false });
      keepChoice(state);
    },
    /** What was worked out for the piece is in it; what is being drafted goes on. */
    settled(state, { payload }: PayloadAction<Piece>) {
      state.piece = payload;
    },
    /** Given another name on the Shelf. */
    renamed(state, { payload }: PayloadAction<string>) {
      if (state.piece) state.piece.name = payload;
    },
    queued(state, { payload }: PayloadAction<1 | -1>) {
      state.queued += payload;
    },
    counted(state, { payload }: PayloadAction<Pick<BenchState, 'pending' | 'version'>>) {
      Object.assign(state, payload);
    },
    saving(state, { payload }: PayloadAction<Saving>) {
      state.saving = payload;
    },
    role(state, { payload }: PayloadAction<BenchState['role']>) {
      state.role = payload;
    },
    handed(state, { payload: { pass, change } }: PayloadAction<{ pass: string; change: object }>) {
      state.hands[pass] = { ...state.hands[pass], ...change };
    },
    /** Changes how the bench looks, not the piece. */
    looked(
      state,
      {
        payload,
      }: PayloadAction<
        Partial<
          Pick<
            BenchState,
            | 'lettering'
            | 'selection'
            | 'veil'
            | 'plate'
            | 'size'
            | 'before'
            | 'withoutLine'
            | 'wipe'
            | 'halfStrength'
            | 'without'
            | 'gaugesFolded'
            | 'goTo'
            | 'eye'
            | 'governed'
            | 'problem'
            | 'solving'
          >
        >
      >,
    ) {
      if (payload.lettering !== undefined && payload.lettering !== state.lettering) {
        state.selection = null;
      }
      // The same selection again is no change: who reads it need not be drawn again.
      const { selection, ...others } = payload;
      Object.assign(state, others);
      if (selection !== undefined && String(selection) !== String(state.selection)) state.selection = selection;
    },
  },
});

export const {
  counted,
  left,
  queued,
  opened,
  drafted,
  tried,
  edited,
  stepped,
  settled,
  renamed,
  saving,
  role,
  looked,
  handed,
} = bench.actions;
/** What a change of may be seen on the sheet. */
const seen = [
  'piece',
  'draft',
  'tried',
  'hands',
  'lettering',
  'veil',
  'size',
  'before',
  'withoutLine',
  'wipe',
  'halfStrength',
  'without',
] as const;

/** The bench; its `revision` counts on with every change that may be seen. */
export function benchReducer(state: BenchState | undefined, action: UnknownAction): BenchState {
  const next = bench.reducer(state, action);
  if (!state || next === state) return next;
  const isSeen = seen.some((field) => next[field] !== state[field]);
  return { ...next, revision: state.revision + Number(isSeen) };
}

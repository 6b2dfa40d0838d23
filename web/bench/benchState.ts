import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { VeilLook } from '../../core/passes/veils/looks';
import type { CutOperation } from '../../core/passes/veils/schema';
import type { Piece } from '../../core/piece/schema';
import type { LengthUnit } from '../../core/piece/lengths';

/** Whether what is on the bench is in the store. */
export type Saving =
  | { state: 'saved'; at: number }
  | { state: 'saving' }
  | { state: 'waiting'; message: string }
  | { state: 'refused'; message: string };

/** What the hand holds: the settings of the tools on the sheet. */
export type VeilTool = 'trace' | 'scribble' | 'tone' | 'edge' | 'touch-up' | 'weave' | 'shadow' | 'graft';

/** What the hand does with the ink: takes a colour from the photo, slips the picture in the letters, marks what of it must be seen, draws the panel. */
export type InkTool = 'none' | 'pick' | 'slip' | 'keep' | 'panel';

export interface Hand {
  veilTool: VeilTool;
  /** How the next cut joins those before it. */
  operation: CutOperation;
  /** The next drag of the scribble cut draws its box. */
  boxing: boolean;
  /** What a stroke along the edge does: says where it is solved, or makes it softer or crisper than it was measured; or a click points at a cast of colour. */
  edgeBrush: 'band' | 'softer' | 'crisper' | 'cast';
  /** What a stroke does to a shadow: to the shadow itself, or to how far off the veil stands there. */
  shadowBrush: 'deepen' | 'clear' | 'far' | 'near';
  /** Which shadow of a graft is meant. */
  shadowOn: 'letters' | 'plate';
  /** The point of a trace that was last touched. */
  tracePoint: { veil: string; cut: number; contour: number; index: number } | null;
  /** Colour that a veil is looked at on. */
  lookGround: string;
  /** Where the wipe between before and after stands, fraction of the sheet's width. */
  wipe: number;
  /** Strength of one touch-up stroke, fraction. */
  flow: number;
  /** Which side of the chosen lettering's letters a touch-up keeps to. */
  fence: 'inside' | 'outside' | 'none';
  /** The next stretch of a trace runs straight. */
  straight: boolean;
  /** The next stretch of a trace is a smooth curve. */
  smooth: boolean;
  side: 'front' | 'behind';
  /** Brush radius, sheet px. */
  radius: number;
  softness: number;
  /** Radius over which the picker averages, sheet px. */
  lens: number;
  inkTool: InkTool;
  /** Whether a picture is slipped in all letters or in one; which one, by its first UTF-16 unit, once it is known. */
  slipAt: 'all' | 'one' | number;
  keepCovered: boolean;
  /** The next drag draws the line that words stand on. */
  drawingPath: boolean;
  /** What the hand does to a lettering's stance. */
  stanceTool: 'place' | 'corners' | 'pivot' | 'slope';
  /** What rulers and distances are told in. */
  lengthUnit: LengthUnit;
}

/** A cut or an edge that is being solved. */
export interface Solving {
  stage: string;
  /** 0..1; null where that cannot be told. */
  done: number | null;
  startedAt: number;
  /** What can be cancelled. */
  job: string | null;
}

export interface BenchState {
  hand: Hand;
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
  role: 'working' | 'watching';
  lettering: string | null;
  /** The selected stretch of the chosen lettering's text, UTF-16 units; an empty one is a caret. */
  selection: [number, number] | null;
  veil: string | null;
  plate: string | null;
  before: boolean;
  halfStrength: boolean;
  without: string | null;
  veilLook: VeilLook;
  gaugesFolded: boolean;
  problem: string | null;
  /** A place of the sheet that is to be shown at 1:1, sheet px; told once. */
  goTo: { place: [number, number] } | null;
  solving: Solving | null;
}

const start: BenchState = {
  hand: {
    veilTool: 'trace',
    operation: 'add',
    boxing: false,
    edgeBrush: 'band',
    shadowBrush: 'deepen',
    shadowOn: 'letters',
    tracePoint: null,
    lookGround: '#7a2048',
    wipe: 0.5,
    flow: 1,
    fence: 'none',
    straight: false,
    smooth: false,
    side: 'front',
    radius: 24,
    softness: 0.6,
    lens: 12,
    inkTool: 'none',
    slipAt: 'all',
    keepCovered: true,
    drawingPath: false,
    stanceTool: 'place',
    lengthUnit: 'px',
  },
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
  before: false,
  halfStrength: false,
  without: null,
  veilLook: 'picture',
  gaugesFolded: false,
  problem: null,
  goTo: null,
  solving: null,
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
  if (!piece.plates.some(({ id }) => id === state.plate)) state.plate = piece.plates[0]?.id ?? null;
  if (!piece.veils.some(({ id }) => id === state.veil)) state.veil = piece.veils[piece.veils.length - 1]?.id ?? null;
}

const bench = createSlice({
  name: 'bench',
  initialState: start,
  reducers: {
    left: () => start,
    /** The piece as the server has it: at first, after undo and redo, and when another tab changed it. */
    opened(state, { payload }: PayloadAction<Opened>) {
      // Who works on the piece is told by the server, perhaps before the piece itself has come.
      if (state.id !== payload.id) Object.assign(state, start, { role: state.role });
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
      state.history = [...state.history.slice(0, state.historyAt), payload.label];
      state.historyAt = state.history.length;
      keepChoice(state);
    },
    saving(state, { payload }: PayloadAction<Saving>) {
      state.saving = payload;
    },
    role(state, { payload }: PayloadAction<BenchState['role']>) {
      state.role = payload;
    },
    handed(state, { payload }: PayloadAction<Partial<Hand>>) {
      Object.assign(state.hand, payload);
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
            | 'before'
            | 'halfStrength'
            | 'without'
            | 'veilLook'
            | 'gaugesFolded'
            | 'goTo'
            | 'problem'
            | 'solving'
          >
        >
      >,
    ) {
      if (payload.lettering !== undefined && payload.lettering !== state.lettering) {
        state.selection = null;
        state.hand.drawingPath = false;
      }
      // The same selection told twice is no change: who looks at it need not look again.
      const { selection, ...others } = payload;
      Object.assign(state, others);
      if (selection !== undefined && String(selection) !== String(state.selection)) state.selection = selection;
    },
  },
});

export const { left, opened, drafted, tried, edited, saving, role, looked, handed } = bench.actions;
export const benchReducer = bench.reducer;

import type { VeilLook } from '../../../../core/passes/veils/looks';
import type { Thing } from '../../../../core/passes/veils/standout/standOut';
import type { CutOperation } from '../../../../core/passes/veils/schema';
import { createHand } from '../../hand';

export type VeilTool = 'stand-out' | 'trace' | 'scribble' | 'tone' | 'edge' | 'touch-up' | 'weave' | 'shadow' | 'graft';

/** A point of a trace. */
export interface TracePlace {
  veil: string;
  cut: number;
  contour: number;
  index: number;
}

/** The tools of cutting. */
export interface VeilHand {
  veilTool: VeilTool;
  /** How the next cut is combined with those before it. */
  operation: CutOperation;
  /** The next drag of the scribble cut draws its box. */
  boxing: boolean;
  /**
   * What a stroke along the edge does: marks where it is refined, moves it, or makes it softer or crisper than
   * measured; or a click points at a cast.
   */
  edgeBrush: 'band' | 'outwards' | 'inwards' | 'softer' | 'crisper' | 'cast';
  /** What a stroke does to a shadow: to the shadow itself, or to how far off the veil stands there. */
  shadowBrush: 'deepen' | 'clear' | 'far' | 'near';
  /** Which shadow of a graft is meant. */
  shadowOn: 'letters' | 'plate';
  /** The point of a trace that was last touched. */
  tracePoint: TracePlace | null;
  /** What was found to stand out in a plate (its SHA-256), and which of it is pointed at. */
  things: { plate: string; found: Thing[] } | null;
  thing: number | null;
  /** A veil that has just been cut, for as long as it is shown in hatch. */
  flash: string | null;
  /** The way to look at the veil while this line is open. */
  look: VeilLook;
  /** Colour that a veil is looked at on. */
  lookGround: string;
  /** Where the wipe between before and after stands, fraction of the sheet's width. */
  wipe: number;
  /** Strength of one touch-up stroke, fraction. */
  flow: number;
  /** Which side of the chosen lettering's letters a touch-up keeps to. */
  fence: 'inside' | 'outside' | 'none';
  /** The next segment of a trace is straight. */
  straight: boolean;
  /** The next segment of a trace is a smooth curve. */
  smooth: boolean;
  /** A touch-up stroke takes brushing away, instead of bringing front or sending behind. */
  clearing: boolean;
  /** Strokes of the brush are straight. */
  straightStroke: boolean;
  side: 'front' | 'behind';
  /** Brush radius, sheet px. */
  radius: number;
  softness: number;
}

export const veilHand = createHand<VeilHand>('veils', {
  veilTool: 'trace',
  operation: 'add',
  boxing: false,
  edgeBrush: 'band',
  shadowBrush: 'deepen',
  shadowOn: 'letters',
  tracePoint: null,
  things: null,
  thing: null,
  flash: null,
  look: 'picture',
  lookGround: '#7a2048',
  wipe: 0.5,
  flow: 1,
  fence: 'none',
  straight: false,
  smooth: false,
  straightStroke: false,
  clearing: false,
  side: 'front',
  radius: 24,
  softness: 0.6,
});

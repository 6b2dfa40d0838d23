import type { Alignment } from '../../core/passes/veils/aligning/align';
import type { EdgePlace } from '../../core/passes/veils/softness/compareEdge';
import type { Cut, EdgeBand, Softness, Veil } from '../../core/passes/veils/schema';
import type { ToneRule } from '../../core/passes/veils/tone/toneKey';
import type { Thing } from '../../core/passes/veils/standout/standOut';
import type { Mark } from '../../core/passes/veils/scribble/marks';
import { textHashes } from '../../core/pixels/textHashes';
import type { Region } from '../../core/pixels/region';
import type { PictureShapes } from '../render/fileLibrary';
import type { SolvedFile } from './storeSolved';

/** Where the pictures of a cut lie. */
export interface CutPlace {
  dataFolder: string;
  /** SHA-256 of the plate. */
  plate: string;
  shapes: PictureShapes;
}

/** A veil's cuts with the hashes of the mattes that they name. */
export interface CutsGiven {
  cuts: Cut[];
  /** SHA-256 by key. */
  mattes: Record<string, string>;
}

/** How many pieces can have strokes solved without minding each other. */
export const turnSlots = 64;

/** Where the newest turn of a piece is counted. */
export const turnSlot = (about: string): number => (textHashes(about)[0] >>> 0) % turnSlots;

export type CutOrder = CutPlace &
  (
    | { kind: 'prepare' }
    /** `turn`: given up when a newer one has begun for the same piece (`about`). */
    | {
        kind: 'scribble';
        marks: Mark[];
        box: Region | null;
        quick: boolean;
        specks: number;
        about: string;
        turn: number;
      }
    /** What could stand in front; and the strokes by which one of these things is cut. */
    | { kind: 'stand-out' }
    | { kind: 'strokes'; thing: number }
    /** The plate's own clear parts. */
    | { kind: 'own-matte' }
    /** A file with a matte for the plate. */
    | { kind: 'picture'; file: string }
    /** How far another picture is from the plate. */
    | { kind: 'compare'; other: string }
    /** How the plate lies on another picture of the same scene. */
    | { kind: 'align'; other: string }
    | { kind: 'tone'; rule: ToneRule; connected: [number, number][] | null; specks: number }
    | ({ kind: 'softness' } & CutsGiven)
    /** The whole veil, as it is before any graft. */
    | { kind: 'edge'; veil: Veil; mattes: Record<string, string> }
    | ({ kind: 'first-look'; fine: EdgeBand } & CutsGiven)
  );

export type CutAnswer =
  | { kind: 'prepared' }
  | { kind: 'things'; things: Thing[] }
  | { kind: 'strokes'; marks: Mark[] }
  | { kind: 'matte'; matte: SolvedFile }
  /** Nothing says what stands in front. */
  | { kind: 'nothing' }
  /** Something newer was asked for. */
  | { kind: 'outdated' }
  | { kind: 'compared'; difference: number }
  /** Null where too little is seen in both. */
  | { kind: 'aligned'; alignment: Alignment | null }
  | { kind: 'compared-edge'; places: EdgePlace[]; roughness: number | null; halo: number | null }
  | { kind: 'refused'; message: string }
  | { kind: 'softness'; profile: Softness['profile'] }
  | { kind: 'edge'; matte: SolvedFile; front: SolvedFile }
  | { kind: 'failed'; message: string };

/** The fine edge solved in full, in a process of its own. */
export type FineOrder = CutPlace & CutsGiven & { fine: EdgeBand };

export interface FineResult {
  matte: SolvedFile;
  front: SolvedFile;
}

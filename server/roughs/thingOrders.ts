import type { Softness } from '../../core/passes/veils/schema';
import type { Mark } from '../../core/passes/veils/scribble/marks';
import type { SolvedFile } from '../cutting/storeSolved';
import type { PyramidShape } from '../store/pyramidFile';

/** What is asked of the thread that cuts things. */
export type ThingOrder =
  | { kind: 'open'; dataFolder: string; sha256: string; shape: PyramidShape }
  /** By its number; solved as finely as the plate is. */
  | { kind: 'cut'; index: number; whole: boolean }
  /** The edge of what was cut so, where hair, grass or blur is on it. */
  | { kind: 'edge'; index: number; whole: boolean };

/** A grey picture of the plate, 255 in front, of any size. */
export interface ThingMask {
  width: number;
  height: number;
  bytes: Uint8Array;
}

/** A thing as it was cut. */
export interface ThingCut {
  /** Plate px. */
  marks: Mark[];
  matte: SolvedFile;
  /** Not as fine as the plate. */
  isCoarse: boolean;
  softness: Softness['profile'];
}

/** The edge solved where hair, grass or blur is on the border. */
export interface ThingEdge {
  matte: SolvedFile;
  front: SolvedFile;
}

export type ThingAnswer =
  | { kind: 'things'; masks: ThingMask[] }
  | { kind: 'cut'; cut: ThingCut | null }
  | { kind: 'edge'; edge: ThingEdge | null }
  | { kind: 'failed'; message: string };

import { createContext, useContext } from 'react';
import type { Letters } from '../../core/type/letters';
import type { Materials } from '../../core/graph/materials';
import type { Lettering, Piece } from '../../core/piece/schema';
import type { PieceSize } from '../../core/piece/sizeSchema';
import type { Measures } from '../../core/render/measure';
import type { Veil } from '../../core/passes/veils/schema';
import type { StoredFace } from '../api/faces';
import type { SheetRenderer } from './workers/renderer';
import type { TraceClient } from './workers/traceClient';

/** What every part of the bench works with. */
export interface Bench {
  id: string;
  /** The piece as it is shown now, in the size that is on the bench, drafts with it. */
  piece: Piece;
  /** The same with all its sizes, on its first sheet. */
  whole: Piece;
  /** The size that is on the bench; null for the first sheet. */
  size: PieceSize | null;
  line: number | null;
  openLine(line: number | null): void;
  materials: Materials | null;
  /** The type case. */
  faces: StoredFace[];
  lettering: Lettering | null;
  /** The chosen lettering laid out, once its face is here. */
  letters: Letters | null;
  lettersOf(lettering: Lettering): Letters | null;
  veil: Veil | null;
  measures: Measures | null;
  /** Whether they are of the piece as it is shown now. */
  isMeasured: boolean;
  renderer: SheetRenderer;
  tracer: TraceClient;
  mayChange: boolean;
}

export const BenchContext = createContext<Bench | null>(null);

/** @throws Error outside of the bench */
export function useBench(): Bench {
  const bench = useContext(BenchContext);
  if (!bench) throw new Error('This is drawn outside of the bench.');
  return bench;
}

/** A lettering laid out as its lockup leaves it: before bend and perspective; null until its face is here. */
export const flatLetters = (lettersOf: Bench['lettersOf'], lettering: Lettering): Letters | null =>
  lettersOf({ ...lettering, stance: { ...lettering.stance, bend: null, perspective: null } });

import { useEffect, useRef, useState } from 'react';
import { seenSide, type Legible } from '../../../core/arranging/propose';
import type { Piece } from '../../../core/piece/schema';
import type { PieceSize } from '../../../core/piece/sizeSchema';
import { useBench } from '../benchContext';

/** What has come of a size so far. */
export interface Seeing {
  bitmap: ImageBitmap | null;
  legible: Legible | null;
  /** Why it could not be drawn. */
  problem: string | null;
}

export const unseen: Seeing = { bitmap: null, legible: null, problem: null };

/** Why something could not be drawn, for a person. */
export const seeingProblem = (error: unknown): Partial<Seeing> => ({
  problem: error instanceof Error ? error.message : 'This could not be drawn.',
});

/** Pictures of a piece in some sizes, and what can be read there, each as it comes; null stands for the first sheet. */
export function useSeenSizes(piece: Piece, sizes: readonly (PieceSize | null)[]): Map<PieceSize | null, Seeing> {
  const { renderer, materials } = useBench();
  const [seen, setSeen] = useState(new Map<PieceSize | null, Seeing>());
  const asked = useRef<{ piece: Piece; sizes: Set<PieceSize | null> }>({ piece, sizes: new Set() });
  const isHere = materials !== null;
  useEffect(() => {
    if (!isHere) return;
    if (asked.current.piece !== piece) asked.current = { piece, sizes: new Set() };
    const { sizes: known } = asked.current;
    const fresh = sizes.filter((size) => !known.has(size));
    for (const size of fresh) known.add(size);
    const put = (size: PieceSize | null, change: Partial<Seeing>): void => {
      if (asked.current.piece !== piece) return;
      setSeen((last) => new Map(last).set(size, { ...(last.get(size) ?? unseen), ...change }));
    };
    // All pictures first: what can be read takes longer.
    for (const size of fresh)
      renderer.seeSize(piece, size, seenSide).then(
        (bitmap) => put(size, { bitmap, problem: null }),
        (error: unknown) => put(size, seeingProblem(error)),
      );
    for (const size of fresh)
      renderer.legibleAt(piece, size).then(
        (legible) => put(size, { legible }),
        () => undefined,
      );
  }, [renderer, isHere, piece, sizes]);
  return seen;
}

import { useEffect, useRef, useState } from 'react';
import { bestOf, proposed, seenSide, type Legible, type RankedSize } from '../../../core/arranging/propose';
import type { WantedSize } from '../../../core/arranging/candidates';
import type { Piece } from '../../../core/piece/schema';
import type { SheetRenderer } from '../workers/renderer';
import { useBench } from '../benchContext';
import { seeingProblem, unseen, type Seeing } from './useSeenSizes';

/** A proposal with its picture; how legible it is comes later. */
export interface SeenProposal extends RankedSize {
  seeing: Seeing;
  /** Null while it is measured. */
  isAsLegible: boolean | null;
}

interface Proposing {
  /** The best one first. Where some turn out to be less legible than the first sheet, others take their place. */
  proposals: SeenProposal[];
  /** Nothing more comes. */
  isDone: boolean;
  problem: string | null;
}

const nothing: Proposing = { proposals: [], isDone: false, problem: null };

/**
 * Proposes arrangements of the piece for a size: first as pictures, then with what can be read of them.
 * @param firstSeen what can be read of the first sheet, where that is known already
 */
export function useProposals(piece: Piece, wanted: WantedSize, firstSeen: Legible | null): Proposing {
  const { renderer } = useBench();
  const [state, setState] = useState<Proposing>(nothing);
  const knownFirst = useRef(firstSeen);
  knownFirst.current = firstSeen;
  const key = JSON.stringify(wanted);
  useEffect(() => {
    setState(nothing);
    const asked = JSON.parse(key) as WantedSize;
    let current = true;
    const show = (next: Proposing): void => {
      if (current) setState(next);
    };
    const run = async (): Promise<void> => {
      const { sizes, problem } = await renderer.rankSizes(piece, asked);
      if (problem) throw new Error(problem);
      const all = sizes.map((one): SeenProposal => ({ ...one, seeing: unseen, isAsLegible: null }));
      const shown = all.slice(0, proposed);
      const tell = (): void => show({ proposals: [...shown], isDone: false, problem: null });
      tell();
      const put = (index: number, change: Partial<Seeing>): void => {
        all[index] = { ...all[index], seeing: { ...all[index].seeing, ...change } };
        if (index < shown.length) shown[index] = all[index];
        tell();
      };
      await measureAll(renderer, piece, all, put, () => current);
      const first = knownFirst.current ?? (await renderer.legibleAt(piece, null));
      const measured = all.flatMap((one) => (one.seeing.legible ? [{ ...one, legible: one.seeing.legible }] : []));
      const best = bestOf(first, measured);
      // Those that could not be measured stay where nothing better is there.
      show({ proposals: best.length > 0 ? best : shown, isDone: true, problem: null });
    };
    run().catch((error: unknown) =>
      show({ ...nothing, isDone: true, ...(seeingProblem(error) as { problem: string }) }),
    );
    return () => {
      current = false;
    };
  }, [renderer, piece, key]);
  return state;
}

/** Pictures of those that are shown, what can be read of them, and then the same of the others. */
async function measureAll(
  renderer: SheetRenderer,
  piece: Piece,
  all: readonly SeenProposal[],
  put: (index: number, change: Partial<Seeing>) => void,
  isWanted: () => boolean,
): Promise<void> {
  const see = (index: number): Promise<void> =>
    renderer.seeSize(piece, all[index].size, seenSide).then(
      (bitmap) => put(index, { bitmap }),
      (error: unknown) => put(index, seeingProblem(error)),
    );
  const measure = (index: number): Promise<void> =>
    renderer.legibleAt(piece, all[index].size).then(
      (legible) => put(index, { legible }),
      () => undefined,
    );
  const indices = all.map((_, i) => i);
  const [shown, others] = [indices.slice(0, proposed), indices.slice(proposed)];
  await Promise.all([...shown.map(see), ...shown.map(measure)]);
  if (isWanted()) await Promise.all(others.flatMap((index) => [see(index), measure(index)]));
}

import { useEffect, useRef } from 'react';
import { solvedOf, type Veil } from '../../../../core/passes/veils/schema';
import { useBench } from '../../benchContext';
import { veilHand } from './hand';

/** How long a new veil is shown in hatch, ms. */
const flashTime = 700;

/** Whether something stands in front by a veil: a line that is closed, or a cut that is solved. */
export const isCut = (veil: Veil): boolean =>
  veil.cuts.some(
    (cut) => cut.kind === 'picture' || (cut.kind === 'trace' && cut.contours.some(({ closed }) => closed)),
  ) || solvedOf(veil).some(({ kind }) => kind === 'matte');

/** Shows a veil that has just been cut in hatch for a moment, so that it is seen what was cut. */
export function useFlash(): void {
  const { piece } = useBench();
  const known = useRef<Set<string> | null>(null);
  const timer = useRef(0);
  const ids = piece.veils
    .filter(isCut)
    .map(({ id }) => id)
    .join(' ');
  useEffect(() => {
    const now = ids === '' ? [] : ids.split(' ');
    const fresh = known.current && now.find((id) => !known.current!.has(id));
    known.current = new Set(now);
    if (!fresh || window.matchMedia('(prefers-reduced-motion: reduce)').matches) return;
    veilHand.set({ flash: fresh });
    window.clearTimeout(timer.current);
    timer.current = window.setTimeout(() => veilHand.set({ flash: null }), flashTime);
  }, [ids]);
  useEffect(
    () => () => {
      window.clearTimeout(timer.current);
      veilHand.set({ flash: null });
    },
    [],
  );
}

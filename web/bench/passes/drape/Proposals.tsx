import { useEffect } from 'react';
import { strengths } from '../../../../core/passes/drape/propose';
import { changePart } from '../../../../core/piece/edits/items';
import type { Lettering } from '../../../../core/piece/schema';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { drapeHand } from './hand';
import { strengthNames, useProposals } from './proposals';

/** What is proposed for the place where the words lie, in three strengths: seen by pointing, beside each other, taken by a click. */
export function Proposals({ lettering }: { lettering: Lettering }) {
  const { mayChange } = useBench();
  const { strip } = drapeHand.use('strip');
  const proposals = useProposals();
  useEffect(
    () => () => {
      editing.tryOut(null);
      drapeHand.set({ strip: null });
    },
    [lettering.id],
  );
  if (!proposals)
    return (
      <p className="text-faint" role="status">
        The place where the words lie is being measured.
      </p>
    );
  const edits = strengths.map((one) => changePart(lettering.id, 'drape', proposals[one].drape));
  return (
    <section aria-label="Proposed for this place">
      <h3 className="label">Proposed for this place</h3>
      <p>{proposals.full.because}</p>
      <div className="mt-1 flex flex-wrap gap-1">
        {strengths.map((strength, i) => (
          <button
            key={strength}
            className="plain-button"
            disabled={!mayChange}
            onPointerEnter={() => !strip && mayChange && editing.tryOut(edits[i])}
            onPointerLeave={() => editing.tryOut(null)}
            onFocus={() => !strip && mayChange && editing.tryOut(edits[i])}
            onBlur={() => editing.tryOut(null)}
            onClick={() => {
              drapeHand.set({ strip: null });
              editing.commit(`Lay the words on the surface: ${strengthNames[strength].toLowerCase()}`, edits[i]);
            }}
          >
            {strengthNames[strength]}
          </button>
        ))}
        <button
          className="plain-button"
          aria-pressed={strip !== null}
          onClick={() => {
            editing.tryOut(null);
            const ways = strengths.map((one) => ({ drape: { ...lettering.drape, ...proposals[one].drape } }));
            drapeHand.set({ strip: strip ? null : { lettering: lettering.id, ways } });
          }}
        >
          Side by side
        </button>
      </div>
      {strip && <p className="text-faint">From left to right: half, full, strong.</p>}
    </section>
  );
}

import type { Veil } from '../../../../core/passes/veils/schema';
import { setCrossings } from '../../../../core/piece/edits/veils';
import { useBench } from '../../benchContext';
import { useCrossings } from '../../crossings';
import { editing } from '../../editing';

/** All crossings of a veil at once. */
export function WeaveSettings({ veil }: { veil: Veil }) {
  const { mayChange } = useBench();
  const crossings = useCrossings();
  if (crossings.length === 0) return null;
  const set = (label: string, overAt: (place: number) => boolean): void =>
    void editing.commit(
      label,
      setCrossings(crossings.map(({ lettering, at }, i) => ({ veil: veil.id, lettering, at, over: overAt(i) }))),
    );
  return (
    <div>
      <span className="label">Weave</span>
      <p>
        {veil.name} crosses {crossings.length === 1 ? 'one letter' : `${crossings.length} letters`}, over{' '}
        {crossings
          .filter(({ over }) => over)
          .map(({ text }) => text)
          .join(' ') || 'none'}
        .
      </p>
      <div className="mt-1 flex gap-1">
        <button className="plain-button" disabled={!mayChange} onClick={() => set('Lay the veil over all', () => true)}>
          All over
        </button>
        <button
          className="plain-button"
          disabled={!mayChange}
          onClick={() => set('Lay the veil under all', () => false)}
        >
          All under
        </button>
        <button
          className="plain-button"
          disabled={!mayChange}
          onClick={() => set('Weave over and under', (place) => place % 2 === 0)}
        >
          Alternate
        </button>
      </div>
    </div>
  );
}

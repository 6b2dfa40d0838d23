import type { Cast, Veil } from '../../../../core/passes/veils/schema';
import { setCast } from '../../../../core/piece/edits/veils';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';

/** What is done to a cast of colour that is left on the veil's edge. */
export function CastSettings({ veil, cast }: { veil: Veil; cast: Cast }) {
  const set = (change: Partial<Cast>) => setCast(veil.id, { ...cast, ...change });
  return (
    <p>
      A cast of hue{' '}
      <span
        className="inline-block h-3.5 w-6 translate-y-0.5 border border-rule"
        style={{ background: `oklch(0.7 0.12 ${cast.hue})` }}
      />{' '}
      <EditedValue label="Hue of the cast" value={cast.hue} unit="°" min={0} max={360} edit={(hue) => set({ hue })} />,
      within{' '}
      <EditedValue
        label="Reach of the cast"
        value={cast.reach}
        unit="°"
        min={1}
        max={180}
        edit={(reach) => set({ reach })}
      />
      , is turned by{' '}
      <EditedValue
        label="Turn of the cast"
        value={cast.turn}
        unit="°"
        min={-180}
        max={180}
        edit={(turn) => set({ turn })}
      />
      ; of its strength{' '}
      <EditedValue
        label="Strength of the cast"
        value={cast.chroma}
        factor={100}
        unit="%"
        min={0}
        max={200}
        edit={(chroma) => set({ chroma })}
      />{' '}
      are left.{' '}
      <button className="quiet-button" onClick={() => editing.commit('Leave the cast', setCast(veil.id, null))}>
        Leave it as it is
      </button>
    </p>
  );
}

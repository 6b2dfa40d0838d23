import type { Glow } from '../../../../core/passes/glows/schema';
import { addGlow, changeGlow } from '../../../../core/piece/edits/glows';
import { removeItem } from '../../../../core/piece/edits/items';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { TouchSettings } from '../../touch/TouchSettings';
import { GlowSentence } from './GlowSentence';
import { touchOf } from './touchOf';

/** Light in the air and in the lens. */
export function Controls() {
  const { piece, mayChange } = useBench();
  const longer = Math.max(piece.sheet.width, piece.sheet.height);
  return (
    <section className="flex flex-col gap-2 border-t border-rule pt-2" aria-label="Glows">
      <h3 className="label">Glow and flare</h3>
      <div className="flex flex-wrap gap-1">
        <button
          className="plain-button"
          disabled={!mayChange || piece.glows.length >= 40}
          onClick={() => editing.commit('Add a glow', addGlow('glow', Math.round(longer * 0.3)))}
        >
          Add a glow
        </button>
        <button
          className="plain-button"
          disabled={!mayChange || piece.glows.length >= 40}
          onClick={() => editing.commit('Add a flare', addGlow('flare', Math.round(longer * 0.35)))}
        >
          Add a flare
        </button>
      </div>
      {piece.glows.map((glow) => (
        <GlowCard key={glow.id} glow={glow} />
      ))}
    </section>
  );
}

function GlowCard({ glow }: { glow: Glow }) {
  const { mayChange } = useBench();
  return (
    <div data-testid="glow" className="border-t border-rule pt-1">
      <div className="flex items-center gap-1">
        <input
          className="field min-w-0 grow"
          aria-label={`Name of ${glow.name}`}
          defaultValue={glow.name}
          disabled={!mayChange}
          maxLength={200}
          onBlur={({ target: { value } }) =>
            value.trim() !== '' &&
            value !== glow.name &&
            editing.commit(`Name the ${glow.as}`, changeGlow(glow.id, { name: value.trim() }))
          }
        />
        <button
          className="quiet-button"
          disabled={!mayChange}
          aria-pressed={!glow.shown}
          onClick={() =>
            editing.commit(
              glow.shown ? `Hide the ${glow.as}` : `Show the ${glow.as}`,
              changeGlow(glow.id, { shown: !glow.shown }),
            )
          }
        >
          {glow.shown ? 'Hide for a look' : 'Show again'}
        </button>
        <button
          className="quiet-button"
          disabled={!mayChange}
          onClick={() => editing.commit(`Remove the ${glow.as}`, removeItem(glow.id))}
        >
          Remove
        </button>
      </div>
      <GlowSentence glow={glow} />
      <TouchSettings {...touchOf(glow)} />
    </div>
  );
}

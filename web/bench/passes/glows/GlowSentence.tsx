import type { Glow } from '../../../../core/passes/glows/schema';
import { changeGlow } from '../../../../core/piece/edits/glows';
import type { Edit } from '../../../../core/piece/edits/edit';
import { PieceColour } from '../../coats/PieceColour';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';

const percent = { factor: 100, unit: '%', min: 0 } as const;

interface GlowProps {
  glow: Glow;
}

/** A glow or a flare in sentences. */
export function GlowSentence({ glow }: GlowProps) {
  const { piece, mayChange } = useBench();
  const set = (change: Partial<Glow>): Edit => changeGlow(glow.id, change);
  return (
    <p className="leading-7">
      <EditedValue
        {...percent}
        label={`Strength of ${glow.name}`}
        value={glow.strength}
        max={400}
        edit={(strength) => set({ strength })}
      />{' '}
      strong,{' '}
      <EditedValue
        label={`Radius of ${glow.name}`}
        value={glow.radius}
        unit="px"
        min={1}
        max={50000}
        edit={(radius) => set({ radius })}
      />{' '}
      wide, softened by{' '}
      <EditedValue
        label={`Softness of ${glow.name}`}
        value={glow.blur}
        unit="px"
        digits={1}
        step={0.5}
        min={0}
        max={2000}
        edit={(blur) => set({ blur })}
      />
      ,{' '}
      <PieceColour
        label={`Colour of ${glow.name}`}
        colour={glow.colour ?? piece.lamp?.colour ?? '#fff4e2'}
        small
        hasAlpha={false}
        undoLabel={`Colour the ${glow.as}`}
        editKey={`glow-${glow.id}`}
        edit={(colour) => set({ colour })}
      />
      {glow.at ? (
        <>
          , at{' '}
          <EditedValue
            label={`${glow.name} from the left`}
            value={glow.at[0]}
            unit="px"
            edit={(x) => set({ at: [x, glow.at![1]] })}
          />
          ,{' '}
          <EditedValue
            label={`${glow.name} from the top`}
            value={glow.at[1]}
            unit="px"
            edit={(y) => set({ at: [glow.at![0], y] })}
          />{' '}
          <button
            className="quiet-button"
            disabled={!mayChange}
            onClick={() => editing.commit(`Let the ${glow.as} follow the lamp`, set({ at: null }))}
          >
            (where the lamp stands)
          </button>
        </>
      ) : (
        ', where the lamp stands'
      )}
      . {glow.as === 'glow' ? <Stops glow={glow} /> : <FlareParts glow={glow} />}
    </p>
  );
}

/** How much light there is at which part of the radius. */
function Stops({ glow }: GlowProps) {
  const set = (i: number, change: Partial<Glow['stops'][number]>): Edit =>
    changeGlow(glow.id, { stops: glow.stops.map((stop, k) => (k === i ? { ...stop, ...change } : stop)) });
  return (
    <>
      Its light:{' '}
      {glow.stops.map((stop, i) => (
        <span key={i} className="whitespace-nowrap">
          {i > 0 && '; '}
          <EditedValue
            {...percent}
            label={`Light of stop ${i + 1}`}
            value={stop.light}
            max={400}
            edit={(light) => set(i, { light })}
          />{' '}
          at {Math.round(stop.at * 100)} %
        </span>
      ))}
      .
    </>
  );
}

function FlareParts({ glow }: GlowProps) {
  const { mayChange } = useBench();
  const set = (change: Partial<Glow>): Edit => changeGlow(glow.id, change);
  return (
    <>
      Haze <EditedValue {...percent} label="Haze" value={glow.haze} max={100} edit={(haze) => set({ haze })} />, ring{' '}
      <EditedValue {...percent} label="Ring" value={glow.ring} max={100} edit={(ring) => set({ ring })} />,{' '}
      <EditedValue
        label="Ghosts"
        value={glow.ghosts}
        min={0}
        max={20}
        edit={(value) => set({ ghosts: Math.round(value) })}
      />{' '}
      ghosts{' '}
      <button
        className="quiet-button"
        disabled={!mayChange}
        onClick={() => editing.commit('Other ghosts', set({ seed: (glow.seed + 1) % 1000000 }))}
      >
        (other ones)
      </button>
      , streaks of{' '}
      <EditedValue
        label="Blades"
        value={glow.blades}
        min={0}
        max={18}
        edit={(value) => set({ blades: Math.round(value) })}
      />{' '}
      blades.
    </>
  );
}

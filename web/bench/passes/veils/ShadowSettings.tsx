import { PieceColour } from '../../coats/PieceColour';
import { veilHand } from './hand';
import { firstShadow, type Veil, type VeilShadow } from '../../../../core/passes/veils/schema';
import { fallOf } from '../../../../core/light/lamp';
import { grow, intersect, regionOfPoints, type Region } from '../../../../core/pixels/region';
import { useBench } from '../../benchContext';
import { useCrossings } from '../../crossings';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { Governs } from '../../governs/Governs';
import { inTurn } from './cutting';
import { shadowEdit, type ThrownShadow } from './shadows';

/** How far around the crossings the photograph's shadows are looked for, as a part of the sheet's longer side. */
const lookedAround = 0.12;

/** The shadows that a veil throws: on the letters behind it and, where it is a graft, on the photograph. */
export function ShadowSettings({ veil }: { veil: Veil }) {
  return (
    <>
      <OneShadow veil={veil} on="letters" title="Shadow on the letters" shadow={veil.shadow} />
      {veil.graft && <OneShadow veil={veil} on="plate" title="Shadow on the photograph" shadow={veil.graft.shadow} />}
    </>
  );
}

interface ShadowProps {
  veil: Veil;
  on: ThrownShadow['on'];
}

/** Looks up the photo's own shadow colour next to where the shadow falls. */
function useOwnColour({ veil, on }: ShadowProps): () => Promise<string | null> {
  const { piece, renderer, measures } = useBench();
  const crossings = useCrossings();
  return () => {
    const { width, height } = piece.sheet;
    const sheet = { x: 0, y: 0, width, height };
    const box = measures?.veils.boxes.find((one) => one.veil === veil.id)?.box ?? null;
    const fallen: Region | null = on === 'letters' ? regionOfPoints(crossings.map(({ place }) => place)) : box;
    const near = fallen && intersect(sheet, grow(fallen, lookedAround * Math.max(width, height)));
    return renderer.shadowColour(near ?? sheet);
  };
}

function OneShadow({ title, shadow, ...thrown }: ShadowProps & { title: string; shadow: VeilShadow | null }) {
  return (
    <div>
      <span className="label block">{title}</span>
      <Governs what={{ kind: 'shadow', id: thrown.veil.id }}>
        {shadow ? <ShadowOf shadow={shadow} {...thrown} /> : <ThrowButton {...thrown} />}
      </Governs>
    </div>
  );
}

/** Throws a first shadow, in the colour of the photo's own. */
export function ThrowButton({ veil, on }: ShadowProps) {
  const { piece, mayChange } = useBench();
  const ownColour = useOwnColour({ veil, on });
  const where = on === 'letters' ? 'letters' : 'photograph';
  const begin = (): void =>
    inTurn(async () => {
      const larger = Math.max(1, Math.max(piece.sheet.width, piece.sheet.height) / 1800);
      const other = on === 'letters' ? veil.graft?.shadow : veil.shadow;
      const lift = Math.round(firstShadow.lift * larger);
      const shadow = {
        ...firstShadow,
        lift,
        farLift: 3 * lift,
        // From now on what is thrown obeys the lamp.
        obeys: piece.lamp !== null,
        ...(other && { height: other.height, angle: other.angle, size: other.size }),
        colour: (await ownColour()) ?? firstShadow.colour,
      };
      editing.commit(`Throw a shadow on the ${where}`, shadowEdit(veil, on)(shadow));
    });
  return (
    <button
      className="plain-button"
      disabled={!mayChange}
      aria-label={`Throw a shadow on the ${where}`}
      onClick={begin}
    >
      Throw a shadow
    </button>
  );
}

/** A shadow as a sentence, and what can be done with it. */
function ShadowOf({ veil, on, shadow }: ShadowProps & { shadow: VeilShadow }) {
  const { veilTool, shadowOn } = veilHand.use('veilTool', 'shadowOn');
  const set = shadowEdit(veil, on);
  const value = (
    label: string,
    field: 'lift' | 'height' | 'size' | 'angle' | 'strength' | 'nearLift' | 'farLift',
    unit: string,
    max: number,
    { min = 0, factor = 1 } = {},
  ) => (
    <EditedValue
      label={on === 'letters' ? label : `${label} on the photograph`}
      value={shadow[field]}
      unit={unit}
      factor={factor}
      min={min}
      max={max}
      edit={(next) => set({ ...shadow, [field]: next })}
    />
  );
  const isPainted = veilTool === 'shadow' && shadowOn === on;
  const { piece } = useBench();
  const obeys = shadow.obeys && piece.lamp !== null;
  return (
    <>
      <p>
        Lifted off by {value('Lift', 'lift', 'px', 1000)},{' '}
        {obeys ? (
          <>in the light of the lamp on line 7</>
        ) : (
          <>
            the lamp {value('Lamp height', 'height', '°', 90, { min: 5 })} high and{' '}
            {value('Lamp size', 'size', '%', 200, { factor: 100 })} large, falling towards{' '}
            {value('Shadow direction', 'angle', '°', 360, { min: -360 })}
          </>
        )}
        , at {value('Shadow strength', 'strength', '%', 100, { factor: 100 })} of{' '}
        <PieceColour
          label={`Colour of the shadow on the ${on === 'letters' ? 'letters' : 'photograph'}`}
          colour={shadow.colour}
          small
          hasAlpha={false}
          undoLabel="Colour the shadow"
          editKey={`${veil.id}-${on}`}
          edit={(colour) => set({ ...shadow, colour })}
        />
        .
      </p>
      {(isPainted || shadow.lifts.length > 0) && (
        <p>
          Painted near: {value('Lift where near', 'nearLift', 'px', 1000)}; painted far:{' '}
          {value('Lift where far', 'farLift', 'px', 1000)}.
        </p>
      )}
      <ShadowButtons veil={veil} on={on} shadow={shadow} isPainted={isPainted} />
    </>
  );
}

/** Sets the lift by the shadow that the same thing throws in the photograph. */
function LiftFromPhotograph({ veil, on, shadow }: ShadowProps & { shadow: VeilShadow }) {
  const { mayChange, piece, renderer, measures } = useBench();
  const read = async (): Promise<void> => {
    const box = measures?.veils.boxes.find((one) => one.veil === veil.id)?.box;
    const middle = box ? ([box.x + box.width / 2, box.y + box.height / 2] as const) : ([0, 0] as const);
    const light = shadow.obeys && piece.lamp ? fallOf(piece.lamp, middle) : shadow;
    const seen = await renderer.shadowBeside(veil.id, light.angle);
    if (!seen)
      throw new Error(
        `The photograph shows no shadow beside ${veil.name} that falls this way. Turn the lamp, or type the lift.`,
      );
    const lift = Math.min(1000, Math.round(seen.far * Math.tan((light.height * Math.PI) / 180)));
    editing.commit('Lift as the photo’s shadow says', shadowEdit(veil, on)({ ...shadow, lift }));
  };
  return (
    <button
      className="plain-button"
      disabled={!mayChange}
      title="From how far the same thing throws its shadow in the photograph"
      onClick={() => inTurn(read)}
    >
      Lift from the photo
    </button>
  );
}

function ShadowButtons({ veil, on, shadow, isPainted }: ShadowProps & { shadow: VeilShadow; isPainted: boolean }) {
  const { mayChange, piece } = useBench();
  const ownColour = useOwnColour({ veil, on });
  const set = shadowEdit(veil, on);
  return (
    <div className="mt-1 flex flex-wrap gap-1">
      <button
        className="plain-button"
        disabled={!mayChange}
        onClick={() =>
          inTurn(
            async () =>
              void editing.commit(
                'Tint the shadow like the photo’s',
                set({ ...shadow, colour: (await ownColour()) ?? shadow.colour }),
              ),
          )
        }
      >
        Tint like the photo’s
      </button>
      <LiftFromPhotograph veil={veil} on={on} shadow={shadow} />
      {piece.lamp && (
        <button
          className="plain-button"
          disabled={!mayChange}
          onClick={() =>
            shadow.obeys
              ? editing.commit('Give the shadow its own light', set({ ...shadow, obeys: false }))
              : editing.commit('Let the shadow obey the lamp', set({ ...shadow, obeys: true }))
          }
        >
          {shadow.obeys ? 'Its own light' : 'Obey the lamp'}
        </button>
      )}
      <button
        className="plain-button"
        disabled={!mayChange}
        aria-pressed={isPainted}
        onClick={() => veilHand.set({ veilTool: 'shadow', shadowOn: on })}
      >
        Brush it
      </button>
      {shadow.lifts.length + shadow.touches.length > 0 && (
        <button
          className="quiet-button"
          onClick={() => editing.commit('Clear the brushing of the shadow', set({ ...shadow, lifts: [], touches: [] }))}
        >
          Clear brushing ({shadow.lifts.length + shadow.touches.length})
        </button>
      )}
      <button className="quiet-button" onClick={() => editing.commit('Remove the shadow', set(null))}>
        Remove
      </button>
    </div>
  );
}

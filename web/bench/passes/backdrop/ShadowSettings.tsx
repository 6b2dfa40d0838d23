import { proposeCasts } from '../../../../core/passes/casts/propose';
import {
  contactSchema,
  plainCasts,
  throwsAny,
  type Casts,
  type Contact,
  type Thrown,
} from '../../../../core/light/casting/schema';
import { ownShadowSchema, type Backdrop, type OwnShadow } from '../../../../core/passes/backdrop/schema';
import type { Edit } from '../../../../core/piece/edits/edit';
import { useSurvey } from '../../../api/surveys';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { useFarthestPlate } from '../../farthestPlate';
import { useLampStood } from '../../lampStood';

interface ShadowProps {
  backdrop: Backdrop;
  edit(change: Partial<Backdrop>): Edit;
}

const percent = { factor: 100, unit: '%' } as const;

/** The thing's own shadow, kept or thrown anew. */
export function ShadowSettings({ backdrop, edit }: ShadowProps) {
  const { mayChange, piece } = useBench();
  const { survey } = useSurvey(useFarthestPlate()?.sha256 ?? null);
  const standLamp = useLampStood();
  const isThrown = throwsAny(backdrop.casts);
  const tall = backdrop.stands?.height ?? piece.sheet.height / 2;
  const anew = (how: 'offWall' | 'onGround'): Edit =>
    standLamp(
      edit({
        own: null,
        casts: { ...plainCasts(), ...proposeCasts(how, tall * (how === 'onGround' ? 0.5 : 1), survey.shadows ?? null) },
      }),
    );
  const choices: { name: string; label: string; isOn: boolean; made(): Edit }[] = [
    {
      name: 'none',
      label: 'No shadow on the backdrop',
      isOn: !backdrop.own && !isThrown,
      made: () => edit({ own: null, casts: plainCasts() }),
    },
    {
      name: 'its own, kept',
      label: 'Keep the shadow of the photograph',
      isOn: backdrop.own !== null,
      made: () =>
        edit({ own: ownShadowSchema.parse({ reach: Math.max(20, Math.round(tall * 0.35)) }), casts: plainCasts() }),
    },
    {
      name: 'thrown on the ground',
      label: 'Throw the shadow on the ground',
      isOn: isThrown && backdrop.casts.thrown?.onto === 'ground',
      made: () => anew('onGround'),
    },
    {
      name: 'thrown on a wall',
      label: 'Throw the shadow on a wall',
      isOn: isThrown && backdrop.casts.thrown?.onto !== 'ground',
      made: () => anew('offWall'),
    },
  ];
  return (
    <>
      <div className="flex flex-wrap items-center gap-1" role="group" aria-label="Shadow on the backdrop">
        <span className="label mr-1">Shadow</span>
        {choices.map(({ name, label, isOn, made }) => (
          <button
            key={name}
            className="plain-button"
            aria-pressed={isOn}
            disabled={!mayChange}
            onClick={() => editing.commit(label, made())}
          >
            {name}
          </button>
        ))}
      </div>
      {backdrop.own && (
        <OwnSentence own={backdrop.own} set={(change) => edit({ own: { ...backdrop.own!, ...change } })} />
      )}
      {isThrown && (
        <ThrownSentence casts={backdrop.casts} set={(change) => edit({ casts: { ...backdrop.casts, ...change } })} />
      )}
    </>
  );
}

function OwnSentence({ own, set }: { own: OwnShadow; set(change: Partial<OwnShadow>): Edit }) {
  return (
    <p className="leading-7">
      Kept{' '}
      <EditedValue
        {...percent}
        label="Strength of its own shadow"
        value={own.strength}
        min={0}
        max={150}
        edit={(strength) => set({ strength })}
      />{' '}
      strong within{' '}
      <EditedValue
        label="Reach of its own shadow"
        value={own.reach}
        unit="px"
        min={1}
        max={5000}
        edit={(reach) => set({ reach })}
      />
      , where at least{' '}
      <EditedValue
        {...percent}
        label="Light missing in its own shadow"
        value={own.threshold}
        min={0}
        max={90}
        edit={(threshold) => set({ threshold })}
      />{' '}
      of the light is missing, softened by{' '}
      <EditedValue
        label="Softness of its own shadow"
        value={own.blur}
        unit="px"
        digits={1}
        min={0}
        max={500}
        edit={(blur) => set({ blur })}
      />
      .
    </p>
  );
}

function ThrownSentence({ casts, set }: { casts: Casts; set(change: Partial<Casts>): Edit }) {
  const { piece } = useBench();
  const contact = casts.contact ?? contactSchema.parse({ strength: 0 });
  const touching = (change: Partial<Contact>): Edit => set({ contact: { ...contact, ...change } });
  const { thrown } = casts;
  const throwing = (change: Partial<Thrown>): Edit => set({ thrown: thrown && { ...thrown, ...change } });
  return (
    <p className="leading-7">
      Where it touches{' '}
      <EditedValue
        {...percent}
        label="Strength of the contact shadow"
        value={contact.strength}
        min={0}
        max={100}
        edit={(strength) => touching({ strength })}
      />{' '}
      strong,{' '}
      <EditedValue
        label="Softness of the contact shadow"
        value={contact.blur}
        unit="px"
        digits={1}
        min={0}
        max={5000}
        edit={(blur) => touching({ blur })}
      />{' '}
      soft
      {thrown && (
        <>
          ; thrown{' '}
          <EditedValue
            {...percent}
            label="Strength of the thrown shadow"
            value={thrown.strength}
            min={0}
            max={100}
            edit={(strength) => throwing({ strength })}
          />{' '}
          strong
          {thrown.onto === 'ground' ? (
            <>
              {' '}
              on a ground seen from{' '}
              <EditedValue
                label="From how far above the ground is seen"
                value={thrown.above}
                unit="°"
                min={1}
                max={89}
                edit={(above) => throwing({ above, tips: null })}
              />{' '}
              above
            </>
          ) : (
            <>
              {' '}
              on a wall{' '}
              <EditedValue
                label="How far it stands off the wall"
                value={thrown.lift}
                unit="px"
                min={0}
                max={5000}
                edit={(lift) => throwing({ lift })}
              />{' '}
              behind
            </>
          )}
          {(!piece.lamp || !thrown.obeys) && (
            <>
              , towards{' '}
              <EditedValue
                label="Where the shadow falls"
                value={thrown.angle}
                unit="°"
                min={-360}
                max={360}
                edit={(angle) => throwing({ angle, obeys: false })}
              />{' '}
              from a light{' '}
              <EditedValue
                label="Height of the shadow’s light"
                value={thrown.height}
                unit="°"
                min={-89}
                max={89}
                edit={(height) => throwing({ height, obeys: false })}
              />{' '}
              high
            </>
          )}
        </>
      )}
      .
    </p>
  );
}

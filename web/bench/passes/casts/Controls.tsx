import { proposeCasts, standingPlace, type StandingHow } from '../../../../core/passes/casts/propose';
import {
  ambientSchema,
  contactSchema,
  mirroredSchema,
  plainCasts,
  throwsAny,
  thrownSchema,
  usualLeft,
} from '../../../../core/light/casting/schema';
import type { Lettering } from '../../../../core/piece/schema';
import { useSurvey } from '../../../api/surveys';
import { PieceColour } from '../../coats/PieceColour';
import { useBench } from '../../benchContext';
import { useFarthestPlate } from '../../farthestPlate';
import { editing } from '../../editing';
import { useLampStood, useLampToStand } from '../../lampStood';
import { OptionalPart } from '../../OptionalPart';
import { TouchSettings } from '../../touch/TouchSettings';
import { castEdit, castsEdit, touchOf } from './edits';
import { AmbientSentence, ContactSentence, MirroredSentence } from './sentences';
import { ThrownSentence } from './ThrownSentence';

const ways: Record<StandingHow, { button: string; label: string }> = {
  lying: { button: 'They lie on it', label: 'Shadow of words that lie on it' },
  offWall: { button: 'They stand off a wall', label: 'Shadow on the wall behind' },
  onGround: { button: 'They stand on the ground', label: 'Shadow on the ground' },
};

/** The things that words throw, how each begins, and its sentence. */
const parts = {
  contact: { name: 'Contact', first: () => contactSchema.parse({}), Sentence: ContactSentence },
  ambient: { name: 'Ambient', first: () => ambientSchema.parse({}), Sentence: AmbientSentence },
  thrown: { name: 'Thrown', first: () => thrownSchema.parse({}), Sentence: ThrownSentence },
  mirrored: { name: 'Mirrored', first: () => mirroredSchema.parse({}), Sentence: MirroredSentence },
};

/** What the words throw on what lies behind them. */
export function Controls() {
  const { lettering } = useBench();
  if (!lettering) return null;
  return (
    <section className="flex flex-col gap-2 border-t border-rule pt-2" aria-label="Casts">
      <h3 className="label">What {lettering.name} throws</h3>
      <Proposals lettering={lettering} />
      {(Object.keys(parts) as (keyof typeof parts)[]).map((kind) => {
        const { name, first, Sentence } = parts[kind];
        return (
          <OptionalPart
            key={kind}
            name={name}
            part={lettering.casts[kind]}
            switched={(isOn) => castsEdit(lettering)({ [kind]: isOn ? first() : null })}
            hidden={(shown) => castEdit(lettering, kind)({ shown })}
          >
            <Sentence lettering={lettering} />
          </OptionalPart>
        );
      })}
      <Tint lettering={lettering} />
      <TouchUp lettering={lettering} />
    </section>
  );
}

/** A brush that takes shadows away where they should not be. */
function TouchUp({ lettering }: { lettering: Lettering }) {
  return throwsAny(lettering.casts) ? <TouchSettings {...touchOf(lettering)} /> : null;
}

/** Shadows as real things have them, by one press. */
function Proposals({ lettering }: { lettering: Lettering }) {
  const { letters, materials, mayChange } = useBench();
  const plate = useFarthestPlate();
  const { survey } = useSurvey(plate?.sha256 ?? null);
  const standLamp = useLampStood();
  const lamp = useLampToStand();
  const { words, stance, casts } = lettering;
  const proposed = (how: StandingHow) => {
    const place =
      letters && plate && materials
        ? standingPlace(
            letters,
            casts.foot,
            { ...plate, ...materials.picture(plate.asset) },
            survey.planes ?? null,
            lamp,
          )
        : null;
    return proposeCasts(how, words.size * stance.scale, survey.shadows ?? null, place, lettering.drape.plane);
  };
  return (
    <>
      <div className="flex flex-wrap gap-1" role="group" aria-label="How the words stand">
        {(Object.keys(ways) as StandingHow[]).map((how) => (
          <button
            key={how}
            className="plain-button"
            disabled={!mayChange}
            onClick={() => editing.commit(ways[how].label, standLamp(castsEdit(lettering)(proposed(how))))}
          >
            {ways[how].button}
          </button>
        ))}
      </div>
      {throwsAny(casts) && (
        <button
          className="quiet-button self-start"
          disabled={!mayChange}
          onClick={() => editing.commit('Take the shadows away', castsEdit(lettering)(plainCasts()))}
        >
          Take all of it away
        </button>
      )}
    </>
  );
}

/** The light that is left in shadows. */
function Tint({ lettering }: { lettering: Lettering }) {
  const { mayChange } = useBench();
  const { contact, ambient, thrown, colour, darkest } = lettering.casts;
  if (!contact && !ambient && !thrown) return null;
  const set = castsEdit(lettering);
  return (
    <p className="leading-7">
      In full shadow white looks{' '}
      <PieceColour
        label="Light left in shadows"
        colour={colour ?? usualLeft}
        small
        hasAlpha={false}
        undoLabel="Tint the shadows"
        editKey={`casts-${lettering.id}`}
        edit={(next) => set({ colour: next })}
      />
      ;{' '}
      {darkest === null ? (
        <button
          className="quiet-button"
          disabled={!mayChange}
          onClick={() => editing.commit('Keep shadows from going darker', set({ darkest: '#241f1c' }))}
        >
          shadows may be as dark as they come
        </button>
      ) : (
        <>
          nothing is made darker than{' '}
          <PieceColour
            label="Darkest shadow"
            colour={darkest}
            small
            hasAlpha={false}
            undoLabel="Set the darkest shadow"
            editKey={`darkest-${lettering.id}`}
            edit={(next) => set({ darkest: next })}
          />{' '}
          <button
            className="quiet-button"
            disabled={!mayChange}
            onClick={() => editing.commit('Let shadows be darker', set({ darkest: null }))}
          >
            (unless it comes so)
          </button>
        </>
      )}
      .
    </p>
  );
}

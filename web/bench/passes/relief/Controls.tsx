import { proposeThickness } from '../../../../core/passes/relief/propose';
import { lipSchema, plainBody, reliefSchema, thicknessSchema, type Body } from '../../../../core/passes/relief/schema';
import type { Lettering } from '../../../../core/piece/schema';
import { vanishingOnSheet } from '../../../../core/survey/placed';
import { useSurvey } from '../../../api/surveys';
import { PieceColour } from '../../coats/PieceColour';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { useFarthestPlate } from '../../farthestPlate';
import { Shown } from '../../Shown';
import { useLampStood } from '../../lampStood';
import { EdgeSentences } from './EdgeSentences';
import { bodyEdit, partEdit } from './edits';

/** The body that words have in the light. */
export function Controls() {
  const { lettering, letters, piece, mayChange } = useBench();
  const standLamp = useLampStood();
  const plate = useFarthestPlate();
  const { survey } = useSurvey(plate?.sha256 ?? null);
  const vanishing = plate ? vanishingOnSheet(survey.planes, plate) : [];
  if (!lettering) return null;
  const { relief, words, stance } = lettering;
  const em = words.size * stance.scale;
  const adding = (label: string, change: Partial<Body>) => () =>
    void editing.commit(label, standLamp(bodyEdit(lettering)(change)));
  const part = (share: number): number => Math.max(0.5, Math.round(em * share * 2) / 2);
  const glazed = { width: part(0.075), depth: part(0.06), soft: part(0.012), gloss: 0.5 };
  return (
    <section className="flex flex-col gap-2 border-t border-rule pt-2" aria-label="Relief">
      <h3 className="label">The body of {lettering.name}</h3>
      <div className="flex flex-wrap gap-1">
        <button
          className="plain-button"
          disabled={!mayChange}
          onClick={adding('Raise the edges', {
            edges: reliefSchema.parse({ width: part(0.03), depth: part(0.02), profile: 'chamfer', lightColour: null }),
          })}
        >
          Raised
        </button>
        <button
          className="plain-button"
          disabled={!mayChange}
          onClick={adding('Sink the letters', {
            edges: reliefSchema.parse({ width: part(0.03), depth: part(0.02), as: 'sunken', lightColour: null }),
          })}
        >
          Sunken
        </button>
        <button
          className="plain-button"
          disabled={!mayChange}
          onClick={adding('Round and glossy', { edges: reliefSchema.parse(glazed) })}
        >
          Round and glossy
        </button>
        <button
          className="plain-button"
          disabled={!mayChange || relief.lip !== null}
          onClick={adding('Give the letters a lip', { lip: lipSchema.parse({ width: part(0.008) }) })}
        >
          A lip of light
        </button>
        <button
          className="plain-button"
          disabled={!mayChange || relief.thickness !== null}
          onClick={adding('Make the letters solid', {
            thickness: thicknessSchema.parse((letters && proposeThickness(letters, piece.sheet, vanishing)) ?? {}),
          })}
        >
          Solid
        </button>
      </div>
      {relief.edges && <EdgeSentences lettering={lettering} edges={relief.edges} />}
      <LipSentence lettering={lettering} />
      <SolidSentence lettering={lettering} />
      <OwnLight lettering={lettering} />
      {(relief.edges ?? relief.lip ?? relief.thickness) && (
        <button
          className="quiet-button self-start"
          disabled={!mayChange}
          onClick={adding('Make the letters flat', plainBody())}
        >
          Make them flat
        </button>
      )}
    </section>
  );
}

function LipSentence({ lettering }: { lettering: Lettering }) {
  const { piece } = useBench();
  const { lip } = lettering.relief;
  if (!lip) return null;
  const set = partEdit(lettering, 'lip');
  return (
    <div>
      <Shown label="The lip is shown" isShown={lip.shown} edit={(shown) => set({ shown })} />
      <p className="leading-7">
        <EditedValue
          label="Width of the lip"
          value={lip.width}
          unit="px"
          digits={1}
          step={0.5}
          min={0.2}
          max={500}
          edit={(width) => set({ width })}
        />{' '}
        wide,{' '}
        <EditedValue
          label="Strength of the lip"
          value={lip.strength}
          factor={100}
          unit="%"
          min={0}
          max={100}
          edit={(strength) => set({ strength })}
        />{' '}
        strong,{' '}
        <PieceColour
          label="Colour of the lip"
          colour={lip.colour ?? piece.lamp?.colour ?? '#ffffff'}
          small
          hasAlpha={false}
          undoLabel="Colour the lip"
          editKey={`lip-${lettering.id}`}
          edit={(colour) => set({ colour })}
        />
        .
      </p>
    </div>
  );
}

function SolidSentence({ lettering }: { lettering: Lettering }) {
  const { thickness } = lettering.relief;
  if (!thickness) return null;
  const set = partEdit(lettering, 'thickness');
  return (
    <div>
      <Shown label="Sides are shown" isShown={thickness.shown} edit={(shown) => set({ shown })} />
      <p className="leading-7">
        Their backs are seen{' '}
        <EditedValue
          label="Depth of the letters"
          value={thickness.depth}
          unit="px"
          digits={1}
          step={0.5}
          min={0}
          max={1000}
          edit={(depth) => set({ depth })}
        />{' '}
        towards{' '}
        <EditedValue
          label="Sides run towards, from the left"
          value={thickness.towards[0]}
          unit="px"
          edit={(x) => set({ towards: [x, thickness.towards[1]] })}
        />
        ,{' '}
        <EditedValue
          label="Sides run towards, from the top"
          value={thickness.towards[1]}
          unit="px"
          edit={(y) => set({ towards: [thickness.towards[0], y] })}
        />
        ; sides out of the light keep{' '}
        <EditedValue
          label="Light on shaded sides"
          value={thickness.shade}
          factor={100}
          unit="%"
          min={0}
          max={100}
          edit={(shade) => set({ shade })}
        />{' '}
        of it.
      </p>
    </div>
  );
}

/** The lamp, or a light of the letters' own. */
function OwnLight({ lettering }: { lettering: Lettering }) {
  const { piece, mayChange } = useBench();
  const { edges, lip, thickness, obeys, tilt, height } = lettering.relief;
  if (!edges && !lip && !thickness) return null;
  const set = bodyEdit(lettering);
  const follows = obeys && piece.lamp !== null;
  return (
    <p className="leading-7">
      <label className="inline-flex items-center gap-2">
        <input
          type="checkbox"
          disabled={!mayChange || piece.lamp === null}
          checked={follows}
          onChange={({ target: { checked } }) =>
            editing.commit(
              checked ? 'Let the letters obey the lamp' : 'Give the letters their own light',
              set({ obeys: checked }),
            )
          }
        />
        lit by the lamp
      </label>
      {!follows && (
        <>
          ; their own light comes from{' '}
          <EditedValue
            label="Direction of the letters’ light"
            value={tilt}
            unit="°"
            min={-360}
            max={360}
            edit={(value) => set({ tilt: value, obeys: false })}
          />
          ,{' '}
          <EditedValue
            label="Height of the letters’ light"
            value={height}
            unit="°"
            min={-90}
            max={90}
            edit={(value) => set({ height: value, obeys: false })}
          />{' '}
          high
        </>
      )}
      .
    </p>
  );
}

import type { Edges } from '../../../../core/passes/relief/schema';
import type { Lettering } from '../../../../core/piece/schema';
import { Choice } from '../../../ui/Choice';
import { PieceColour } from '../../coats/PieceColour';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { Shown } from '../../Shown';
import { partEdit } from './edits';
import { ProfileCurve } from './ProfileCurve';

const profiles: Record<Edges['profile'], string> = {
  round: 'round',
  chamfer: 'chamfered',
  step: 'stepped',
  drawn: 'as drawn',
};
const ways: Record<Edges['as'], string> = { raised: 'raised', sunken: 'sunken' };
const percent = { factor: 100, unit: '%', min: 0 } as const;
const px = { unit: 'px', digits: 1, step: 0.5, min: 0 } as const;

/** How the edges rise or sink, and how they take the light. */
export function EdgeSentences({ lettering, edges }: { lettering: Lettering; edges: Edges }) {
  const { mayChange, piece } = useBench();
  const set = partEdit(lettering, 'edges');
  return (
    <div>
      <Shown label="Edges are shown" isShown={edges.shown} edit={(shown) => set({ shown })} />
      <p className="leading-7">
        Edges are{' '}
        <Choice<Edges['as']>
          label="Edges raised or sunken"
          inSentence
          disabled={!mayChange}
          value={edges.as}
          options={ways}
          onChoose={(as) => editing.commit('Raise or sink the edges', set({ as }))}
        />{' '}
        and{' '}
        <Choice<Edges['profile']>
          label="Profile of the edges"
          inSentence
          disabled={!mayChange}
          value={edges.profile}
          options={profiles}
          onChoose={(profile) => editing.commit('Choose the profile of the edges', set({ profile }))}
        />
        ,{' '}
        <EditedValue
          {...px}
          label="Width of the edges"
          value={edges.width}
          min={0.5}
          max={2000}
          edit={(width) => set({ width })}
        />{' '}
        wide,{' '}
        <EditedValue
          {...px}
          label="Depth of the relief"
          value={edges.depth}
          max={2000}
          edit={(depth) => set({ depth })}
        />{' '}
        deep, softened by{' '}
        <EditedValue
          {...px}
          label="Softness of the relief"
          value={edges.soft}
          max={200}
          edit={(soft) => set({ soft })}
        />
        .
      </p>
      {edges.profile === 'drawn' && <ProfileCurve curve={edges.curve} edit={(curve) => set({ curve })} />}
      <p className="leading-7">
        Light{' '}
        <PieceColour
          label="Colour of lit edges"
          colour={edges.lightColour ?? piece.lamp?.colour ?? '#ffffff'}
          small
          hasAlpha={false}
          undoLabel="Colour the lit edges"
          editKey={`edge-light-${lettering.id}`}
          edit={(lightColour) => set({ lightColour })}
        />{' '}
        {edges.lightColour !== null && piece.lamp && (
          <button
            className="quiet-button"
            disabled={!mayChange}
            onClick={() => editing.commit('Light the edges in the lamp’s colour', set({ lightColour: null }))}
          >
            (the lamp’s)
          </button>
        )}{' '}
        <EditedValue
          {...percent}
          label="Light on edges"
          value={edges.light}
          max={400}
          edit={(light) => set({ light })}
        />
        , shade{' '}
        <PieceColour
          label="Colour of shaded edges"
          colour={edges.shadeColour}
          small
          hasAlpha={false}
          undoLabel="Colour the shaded edges"
          editKey={`edge-shade-${lettering.id}`}
          edit={(shadeColour) => set({ shadeColour })}
        />{' '}
        <EditedValue
          {...percent}
          label="Shade on edges"
          value={edges.shade}
          max={100}
          edit={(shade) => set({ shade })}
        />
        ; gloss{' '}
        <EditedValue {...percent} label="Gloss" value={edges.gloss} max={100} edit={(gloss) => set({ gloss })} />,{' '}
        <EditedValue
          {...percent}
          label="Sharpness of the gloss"
          value={edges.sharpness}
          max={100}
          edit={(sharpness) => set({ sharpness })}
        />{' '}
        sharp.
      </p>
      <TextureSentence lettering={lettering} edges={edges} />
    </div>
  );
}

/** How the surface's own texture shows on the letters. */
function TextureSentence({ lettering, edges }: { lettering: Lettering; edges: Edges }) {
  const set = partEdit(lettering, 'edges');
  return (
    <p className="leading-7">
      The surface’s texture stands out by{' '}
      <EditedValue
        {...percent}
        label="Texture on the face"
        value={edges.texture}
        max={400}
        edit={(texture) => set({ texture })}
      />{' '}
      on them; it is finer than{' '}
      <EditedValue
        {...px}
        label="Size of the texture"
        value={edges.grain}
        min={0.5}
        max={500}
        edit={(grain) => set({ grain })}
      />
      .
    </p>
  );
}

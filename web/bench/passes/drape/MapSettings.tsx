import { useState } from 'react';
import type { DrapeMap } from '../../../../core/passes/drape/schema';
import { dropUnused, itemOf, keepAsset } from '../../../../core/piece/edits/items';
import type { Lettering } from '../../../../core/piece/schema';
import { useSurvey } from '../../../api/surveys';
import { PlateChooser } from '../../../plates/PlateChooser';
import { Choice } from '../../../ui/Choice';
import type { StoredAsset } from '../../../api/files';
import { useBench } from '../../benchContext';
import { useFarthestPlate } from '../../farthestPlate';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { mapEdit } from './edits';
import { drapeHand } from './hand';
import { lightOf } from './proposals';
import { TurnDial } from './TurnDial';

const sources: Record<DrapeMap['from'], string> = {
  relief: 'the relief that its light shows',
  brightness: 'its brightness',
  picture: 'another picture',
  painted: 'what is painted by hand',
};

/** What the letters are displaced by. */
export function MapSettings({ lettering, map }: { lettering: Lettering; map: DrapeMap }) {
  const { mayChange, piece } = useBench();
  const [isChoosing, setChoosing] = useState(false);
  const { mapSeen } = drapeHand.use('mapSeen');
  const set = mapEdit(lettering);
  const choose = (from: DrapeMap['from']): void => {
    if (from === 'picture') return setChoosing(true);
    // What is painted has to be seen, and a brush in hand.
    if (from === 'painted') drapeHand.set({ mapSeen: true, tool: 'high' });
    editing.commit('Choose the map', set({ from }));
  };
  const take = ({ name, sha256 }: StoredAsset): void => {
    setChoosing(false);
    editing.commit('Choose the map', (draft) => {
      const asset = keepAsset(draft, { kind: 'plate', name, sha256 });
      mapEdit(itemOf(draft.letterings, lettering.id))({ from: 'picture', asset })(draft);
      dropUnused(draft);
    });
  };
  return (
    <div className="flex flex-col gap-2">
      <p className="leading-7">
        By <Choice label="Map" inSentence value={map.from} options={sources} disabled={!mayChange} onChoose={choose} />
        {map.from === 'picture' && map.asset && <> ({piece.assets[map.asset]?.name ?? 'missing'})</>} below, blurred by{' '}
        <EditedValue
          label="Blur of the map"
          value={map.blur}
          unit="px"
          digits={1}
          step={0.5}
          min={0}
          max={2000}
          edit={(blur) => set({ blur })}
        />
        , contrast{' '}
        <EditedValue
          label="Contrast of the map"
          value={map.contrast}
          factor={100}
          unit="%"
          min={0}
          max={400}
          edit={(contrast) => set({ contrast })}
        />
        ,{' '}
        {map.flatten === null ? (
          <button
            className="quiet-button"
            disabled={!mayChange}
            onClick={() =>
              editing.commit(
                'Take the slow part off the map',
                set({ flatten: Math.round(Math.max(piece.sheet.width, piece.sheet.height) / 12) }),
              )
            }
          >
            with its slow part
          </button>
        ) : (
          <>
            without what is broader than{' '}
            <EditedValue
              label="Broadest of the map"
              value={map.flatten}
              unit="px"
              min={1}
              max={20000}
              edit={(flatten) => set({ flatten })}
            />{' '}
            <button
              className="quiet-button"
              disabled={!mayChange}
              onClick={() => editing.commit('Leave the slow part in the map', set({ flatten: null }))}
            >
              (with its slow part)
            </button>
          </>
        )}
        ,{' '}
        <Choice
          label="Which is high"
          inSentence
          value={map.inverted ? 'dark' : 'light'}
          options={{ light: 'light is high', dark: 'dark is high' }}
          disabled={!mayChange}
          onChoose={(value) => editing.commit('Turn the map over', set({ inverted: value === 'dark' }))}
        />
        .
      </p>
      {map.from === 'painted' && (
        <p className="text-faint">
          {map.strokes.length === 0
            ? 'Nothing is painted yet: the brushes above the sheet raise and lower the map.'
            : `Painted in ${map.strokes.length === 1 ? 'one stroke' : `${map.strokes.length} strokes`}.`}{' '}
          {map.strokes.length > 0 && (
            <button
              className="quiet-button"
              disabled={!mayChange}
              onClick={() => editing.commit('Clear the painted map', set({ strokes: [] }))}
            >
              Clear
            </button>
          )}
        </p>
      )}
      {map.from === 'relief' && <MapLight lettering={lettering} map={map} />}
      <button
        className="plain-button self-start"
        aria-pressed={mapSeen}
        onClick={() => drapeHand.set({ mapSeen: !mapSeen })}
      >
        See the map
      </button>
      <PlateChooser open={isChoosing} onClose={() => setChoosing(false)} onChoose={take} />
    </div>
  );
}

/** Where the light comes from that shades the relief: from the lamp, or a light of its own. */
function MapLight({ lettering, map }: { lettering: Lettering; map: DrapeMap }) {
  const { mayChange, piece } = useBench();
  const { survey } = useSurvey(useFarthestPlate()?.sha256 ?? null);
  const set = mapEdit(lettering);
  if (!map.light)
    return (
      <p>
        Its light comes from the lamp (line 7).{' '}
        <button
          className="quiet-button"
          disabled={!mayChange}
          onClick={() => {
            const found = lightOf(piece.lamp, survey.light) ?? { tilt: 135, height: 40 };
            const light = {
              tilt: Math.round(found.tilt),
              height: Math.min(89, Math.max(1, Math.round(Math.abs(found.height)))),
            };
            editing.commit('Give the map a light of its own', set({ light }));
          }}
        >
          Turn a light of its own
        </button>
      </p>
    );
  const { light } = map;
  return (
    <div className="flex items-start gap-3">
      <TurnDial
        label="Light of the map"
        tilt={light.tilt}
        editKey={`map-light-${lettering.id}`}
        edit={(tilt) => set({ light: { ...light, tilt } })}
      />
      <p className="leading-7">
        Its light comes from{' '}
        <EditedValue
          label="Direction of the map’s light"
          value={light.tilt}
          unit="°"
          min={-360}
          max={360}
          edit={(tilt) => set({ light: { ...light, tilt } })}
        />
        ,{' '}
        <EditedValue
          label="Height of the map’s light"
          value={light.height}
          unit="°"
          min={1}
          max={89}
          edit={(height) => set({ light: { ...light, height } })}
        />{' '}
        high.{' '}
        <button
          className="quiet-button"
          disabled={!mayChange}
          onClick={() => editing.commit('Let the map obey the lamp', set({ light: null }))}
        >
          Obey the lamp
        </button>
      </p>
    </div>
  );
}

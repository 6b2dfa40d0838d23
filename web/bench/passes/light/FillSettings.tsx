import { fillSchema, wholeTurn, type Fill, type Lamp } from '../../../../core/light/lamp';
import { fillFromSurvey } from '../../../../core/survey/light/fill';
import { useSurvey } from '../../../api/surveys';
import { PieceColour } from '../../coats/PieceColour';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { useFarthestPlate } from '../../farthestPlate';
import { lampEdit } from './lamp';

/** The second, faint light: the sky, or a wall that gives light back. */
export function FillSettings({ lamp }: { lamp: Lamp }) {
  const { piece, mayChange } = useBench();
  const { fill } = lamp;
  const set = lampEdit(piece);
  if (!fill) return <NoFill lamp={lamp} />;
  const change = (part: Partial<Fill>) => set({ fill: { ...fill, ...part } });
  return (
    <p className="leading-7">
      A second light from{' '}
      <EditedValue
        label="Direction of the second light"
        value={fill.tilt}
        unit="°"
        min={-360}
        max={360}
        edit={(tilt) => change({ tilt })}
      />
      ,{' '}
      <EditedValue
        label="Height of the second light"
        value={fill.height}
        unit="°"
        min={-90}
        max={90}
        edit={(height) => change({ height })}
      />{' '}
      high,{' '}
      <EditedValue
        label="Strength of the second light"
        value={fill.strength}
        factor={100}
        unit="%"
        min={0}
        max={100}
        edit={(strength) => change({ strength })}
      />{' '}
      of the lamp’s,{' '}
      <PieceColour
        label="Colour of the second light"
        colour={fill.colour}
        small
        hasAlpha={false}
        undoLabel="Colour the second light"
        editKey="fill"
        edit={(colour) => change({ colour })}
      />
      .{' '}
      <button
        className="quiet-button"
        disabled={!mayChange}
        onClick={() => editing.commit('Take the second light away', set({ fill: null }))}
      >
        Take it away
      </button>
    </p>
  );
}

/** A second light as the photograph's shadows tell it, or one by hand. */
function NoFill({ lamp }: { lamp: Lamp }) {
  const { piece, mayChange } = useBench();
  const plate = useFarthestPlate();
  const { survey } = useSurvey(plate?.sha256 ?? null);
  const set = lampEdit(piece);
  const found = fillFromSurvey(lamp, survey.shadows ?? null);
  return (
    <div className="flex flex-wrap items-center gap-1">
      <button
        className="plain-button"
        disabled={!mayChange}
        onClick={() =>
          editing.commit(
            'Add a second light',
            set({ fill: found ?? fillSchema.parse({ tilt: wholeTurn(lamp.tilt + 180) }) }),
          )
        }
      >
        A second, faint light
      </button>
      <span className="text-faint">
        {found
          ? `The photograph’s shadows keep ${Math.round((survey.shadows?.depth ?? 0) * 100)} % of the light.`
          : 'The photograph’s shadows tell of none.'}
      </span>
    </div>
  );
}

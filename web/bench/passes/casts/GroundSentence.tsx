import type { Thrown } from '../../../../core/light/casting/schema';
import type { Lettering } from '../../../../core/piece/schema';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { castEdit, castsEdit } from './edits';

export interface ThrownProps {
  lettering: Lettering;
  thrown: Thrown;
}

/** A shadow on what letters stand on: where it falls, and where the ground ends. */
export function GroundSentence({ lettering, thrown }: ThrownProps) {
  const { mayChange, piece } = useBench();
  const set = castEdit(lettering, 'thrown');
  const { width, height } = piece.sheet;
  const { foot } = lettering.casts;
  return (
    <>
      <WhereItLies lettering={lettering} thrown={thrown} />
      {foot && (
        <>
          ; the letters stand where their rings lie{' '}
          <button
            className="quiet-button"
            disabled={!mayChange}
            onClick={() => editing.commit('Stand the letters on their own edge', castsEdit(lettering)({ foot: null }))}
          >
            (on their lower edge)
          </button>
        </>
      )}
      .{' '}
      {thrown.wall ? (
        <>
          It climbs a wall from the line between its rings, at{' '}
          <EditedValue
            label="Size of the shadow on the wall"
            value={thrown.wall.scale}
            factor={100}
            unit="%"
            min={5}
            max={400}
            edit={(scale) => set({ wall: { ...thrown.wall!, scale } })}
          />{' '}
          of the letters’ size{' '}
          <button
            className="quiet-button"
            disabled={!mayChange}
            onClick={() => editing.commit('Take the wall away', set({ wall: null }))}
          >
            (no wall)
          </button>
          .
        </>
      ) : (
        <button
          className="quiet-button"
          disabled={!mayChange}
          onClick={() =>
            editing.commit(
              'Stand a wall where the ground ends',
              set({ wall: { from: [0, Math.round(height * 0.6)], to: [width, Math.round(height * 0.6)], scale: 1 } }),
            )
          }
        >
          The ground ends at a wall
        </button>
      )}
    </>
  );
}

/** How it is known where a shadow on the ground lies. */
function WhereItLies({ lettering, thrown }: ThrownProps) {
  const { mayChange } = useBench();
  const set = castEdit(lettering, 'thrown');
  if (thrown.tips)
    return (
      <>
        , where its rings lie{' '}
        <button
          className="quiet-button"
          disabled={!mayChange}
          onClick={() => editing.commit('Let the light say where the shadow falls', set({ tips: null }))}
        >
          (where the light says)
        </button>
      </>
    );
  if (thrown.plane !== null) return <>; its rings can be dragged</>;
  return (
    <>
      {' '}
      seen from{' '}
      <EditedValue
        label="From how far above the ground is seen"
        value={thrown.above}
        unit="°"
        min={1}
        max={89}
        edit={(above) => set({ above })}
      />{' '}
      above; its rings can be dragged
    </>
  );
}

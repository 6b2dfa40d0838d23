import { veilHand, type TracePlace } from './hand';
import { setCorner } from '../../../../core/piece/edits/veils';
import { Choice } from '../../../ui/Choice';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { cutPlate } from './cutting';
import { chosenPoint, neighboursOf, removeChosen, runStretch, type Drawn } from './traceEditing';

const kinds: Record<Drawn, string> = { edge: 'along the edge', straight: 'straight', smooth: 'as a smooth curve' };

/** The chosen point of a trace, and the stretch that begins there. */
export function TracePointOptions({ chosen: place }: { chosen: TracePlace }) {
  const { veil, piece, materials, tracer, mayChange } = useBench();
  const chosen = chosenPoint(veil, place);
  const done = (
    <button className="quiet-button" onClick={() => veilHand.set({ tracePoint: null })}>
      Done
    </button>
  );
  const plate = cutPlate(piece, veil);
  if (!chosen || !plate || !materials) return done;
  const seen = { sha256: materials.picture(plate.asset).key, zoom: plate.scale };
  const { point, of, index } = chosen;
  const hasStretch = neighboursOf(of, index).next !== null;
  return (
    <>
      <span>
        Point {index + 1} of {of.points.length}
      </span>
      <button
        className="plain-button"
        disabled={!mayChange}
        aria-pressed={!point.corner}
        title="Smooth curves run through it without an angle"
        onClick={() =>
          editing.commit('Make the point smooth', setCorner(chosen.veil, chosen.cut, chosen.contour, index, false))
        }
      >
        Smooth
      </button>
      <button
        className="plain-button"
        disabled={!mayChange}
        aria-pressed={point.corner === true}
        title="Smooth curves meet here at an angle"
        onClick={() =>
          editing.commit('Make the point a corner', setCorner(chosen.veil, chosen.cut, chosen.contour, index, true))
        }
      >
        Corner
      </button>
      {hasStretch && point.to !== 'border' && (
        <>
          <span>on from here</span>
          <Choice<Drawn>
            label="How the line runs on"
            value={point.to}
            options={kinds}
            disabled={!mayChange}
            onChoose={(kind) => runStretch(tracer, chosen, kind, seen)}
          />
          {point.to === 'edge' && (
            <button
              className="plain-button"
              disabled={!mayChange}
              onClick={() => runStretch(tracer, chosen, 'edge', seen)}
            >
              Run again
            </button>
          )}
        </>
      )}
      <button className="plain-button" disabled={!mayChange} title="Delete" onClick={() => removeChosen(chosen)}>
        Remove
      </button>
      {done}
    </>
  );
}

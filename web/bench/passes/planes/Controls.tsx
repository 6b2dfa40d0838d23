import type { Plane } from '../../../../core/passes/planes/schema';
import { changePlane, leavePlane } from '../../../../core/piece/edits/planes';
import { useSurvey } from '../../../api/surveys';
import { flatLetters, useBench } from '../../benchContext';
import { useFarthestPlate } from '../../farthestPlate';
import { editing } from '../../editing';
import { carryOut } from './carryOut';
import { planesHand } from './hand';
import { layEdit, planeEdit, planeOf, removePlane, slideEdit } from './inPlanes';
import { linesOfSurvey } from './surveyed';

/** Flat surfaces of the photograph, and the words that lie in them. */
export function Controls() {
  const { piece, mayChange } = useBench();
  const { planeTool } = planesHand.use('planeTool');
  return (
    <section className="flex flex-col gap-2 border-t border-rule pt-2" aria-label="Planes">
      <h3 className="label">Planes</h3>
      {piece.planes.length === 0 && (
        <p className="text-faint">
          Draw two lines along what runs the same way in the photograph, such as courses of bricks, then two across
          them.
        </p>
      )}
      <ul className="flex flex-col gap-1">
        {piece.planes.map((plane) => (
          <li key={plane.id}>
            <PlaneRow plane={plane} />
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-1">
        <button
          className="plain-button"
          disabled={!mayChange}
          aria-pressed={planeTool === 'draw'}
          onClick={() =>
            planesHand.set({ planeTool: planeTool === 'draw' ? 'slide' : 'draw', lines: [], redrawn: null })
          }
        >
          Draw a plane
        </button>
        <FoundPlane />
      </div>
    </section>
  );
}

/** Takes the plane that the survey found in the photograph. */
function FoundPlane() {
  const { piece, lettering, lettersOf, mayChange } = useBench();
  const photograph = useFarthestPlate();
  const { survey } = useSurvey(photograph?.sha256 ?? null);
  const [found] = survey.planes?.planes ?? [];
  if (!found || !photograph) return null;
  const flat = lettering && flatLetters(lettersOf, lettering);
  return (
    <button
      className="plain-button"
      disabled={!mayChange}
      onClick={() =>
        carryOut(
          'Take the photograph’s plane',
          planeEdit(piece, linesOfSurvey(found.corners, photograph), lettering, flat),
        )
      }
    >
      Take the photograph’s plane
    </button>
  );
}

function PlaneRow({ plane }: { plane: Plane }) {
  const { piece, lettering, lettersOf, mayChange } = useBench();
  const { redrawn } = planesHand.use('redrawn');
  const liesHere = lettering?.drape.plane === plane.id;
  const flat = lettering && flatLetters(lettersOf, lettering);
  const scene = lettering && planeOf(piece, lettering);
  const scaled = (factor: number): void => {
    if (scene) carryOut('Slide along the plane', slideEdit(lettering, scene, [0, 0], factor));
  };
  return (
    <div className="flex flex-wrap items-center gap-1">
      <input
        className="field min-w-0 grow"
        aria-label={`Name of ${plane.name}`}
        defaultValue={plane.name}
        disabled={!mayChange}
        maxLength={200}
        onBlur={({ target: { value } }) =>
          value.trim() !== '' &&
          value !== plane.name &&
          editing.commit('Name the plane', changePlane(plane.id, { name: value.trim() }))
        }
      />
      {lettering && !liesHere && (
        <button
          className="plain-button"
          disabled={!mayChange}
          onClick={() => carryOut('Lay the words into the plane', layEdit(piece, lettering, flat, plane))}
        >
          Lay {lettering.name} in
        </button>
      )}
      {lettering && liesHere && (
        <>
          <button className="plain-button" disabled={!mayChange} onClick={() => scaled(1.05)}>
            Larger
          </button>
          <button className="plain-button" disabled={!mayChange} onClick={() => scaled(1 / 1.05)}>
            Smaller
          </button>
          <button
            className="quiet-button"
            disabled={!mayChange}
            onClick={() => editing.commit('Take the words out of the plane', leavePlane(lettering.id))}
          >
            Take out
          </button>
        </>
      )}
      <button
        className="plain-button"
        disabled={!mayChange}
        aria-pressed={redrawn === plane.id}
        onClick={() => planesHand.set({ redrawn: redrawn === plane.id ? null : plane.id, planeTool: 'slide' })}
      >
        Its lines
      </button>
      <button
        className="quiet-button"
        disabled={!mayChange}
        onClick={() => editing.commit('Remove the plane', removePlane(plane.id))}
      >
        Remove
      </button>
    </div>
  );
}

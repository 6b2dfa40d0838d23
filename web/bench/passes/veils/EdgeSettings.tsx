import type { Veil } from '../../../../core/passes/veils/schema';
import { keyOf } from '../../../../core/graph/node';
import { removeFineEdge, setSoftness } from '../../../../core/piece/edits/veils';
import { useAppSelector } from '../../../store';
import { Progress } from '../../../ui/Progress';
import { Quantity } from '../../../ui/Quantity';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { CastSettings } from './CastSettings';
import { cutPlate } from './cutting';
import { SoftnessKey } from './SoftnessDots';
import { cancelSolving, proposeFine, solveFine, takeSoftness } from './solving';

/** Width of the strip along the border that is offered first, plate px. */
const firstReach = 5;

/** How the veil's edge is made: solved, and as soft as the photo is. */
export function EdgeSettings({ veil }: { veil: Veil }) {
  const { piece, mayChange } = useBench();
  const solving = useAppSelector(({ bench }) => bench.solving);
  const plate = cutPlate(piece, veil)!;
  const { fine, softness } = veil;
  const isOld = fine?.matte && fine.solvedFor !== null && fine.solvedFor !== keyOf(veil.cuts);
  return (
    <div className="flex flex-col gap-1">
      <span className="label">Edge</span>
      {solving && (
        <Progress
          done={solving.done ?? 0.3}
          stage={solving.stage}
          startedAt={solving.startedAt}
          onCancel={solving.job ? () => cancelSolving(solving.job!) : undefined}
        />
      )}
      <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
        <button
          className="plain-button"
          disabled={!mayChange || solving !== null || veil.cuts.length === 0}
          onClick={() => takeSoftness(plate)}
        >
          As soft as the photo
        </button>
        {softness && (
          <button
            className="quiet-button"
            onClick={() => editing.commit('Leave the photo’s softness', setSoftness(veil.id, null))}
          >
            Remove
          </button>
        )}
      </div>
      <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
        <button
          className="plain-button"
          disabled={!mayChange || solving !== null || veil.cuts.length === 0}
          onClick={() => solveFine(plate, fine ? {} : { reach: firstReach })}
        >
          {fine?.matte ? 'Solve the edge again' : 'Solve the fine edge'}
        </button>
        <button
          className="plain-button"
          disabled={!mayChange || solving !== null || veil.cuts.length === 0}
          title="Looks for hair and blur along the border, and solves the edge there"
          onClick={() => proposeFine(plate)}
        >
          Find hair and blur
        </button>
        {fine && (
          <>
            <span>
              <Quantity
                label="Strip along the border"
                value={fine.reach}
                unit="px"
                min={0}
                max={200}
                disabled={!mayChange}
                onCommit={(reach) => solveFine(plate, { reach })}
              />{' '}
              to each side
              {fine.band.length > 0 && `, ${fine.band.length} painted`}
            </span>
            {fine.band.length > 0 && (
              <button className="quiet-button" onClick={() => solveFine(plate, { band: fine.band.slice(0, -1) })}>
                Remove the last
              </button>
            )}
            <button
              className="quiet-button"
              onClick={() => editing.commit('Leave the fine edge', removeFineEdge(veil.id))}
            >
              Remove
            </button>
          </>
        )}
      </div>
      {isOld && <p className="text-ochre">The cuts have changed since this edge was solved: solve it again.</p>}
      {softness && <SoftnessKey />}
      {veil.cast && <CastSettings veil={veil} cast={veil.cast} />}
    </div>
  );
}

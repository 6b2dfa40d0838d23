import type { Veil } from '../../../../core/passes/veils/schema';
import { isEdgeAwaited, isEdgeCancelled } from '../../../../core/passes/veils/solved';
import { changeItem } from '../../../../core/piece/edits/items';
import { removeFineEdge, setSoftness } from '../../../../core/piece/edits/veils';
import { useAppSelector } from '../../../store';
import { Progress } from '../../../ui/Progress';
import { Quantity } from '../../../ui/Quantity';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { CastSettings } from './CastSettings';
import { cutPlate } from './cutting';
import { SoftnessKey } from './SoftnessDots';
import { solver } from './solver';
import { solveFine, takeSoftness } from './solving';

/** How the veil's edge is made: solved, and as soft as the photo is. */
export function EdgeSettings({ veil }: { veil: Veil }) {
  const { piece, mayChange } = useBench();
  const solving = useAppSelector(({ bench }) => bench.solving);
  const plate = cutPlate(piece, veil)!;
  const { fine, softness } = veil;
  const isAwaited = isEdgeAwaited(veil);
  return (
    <div className="flex flex-col gap-1">
      {solving && (
        <Progress
          done={solving.done}
          stage={solving.stage}
          startedAt={solving.startedAt}
          onCancel={solving.job ? () => solver.cancel() : undefined}
        />
      )}
      {isAwaited && !solving && (
        <p className="flex items-center gap-2 text-ochre">
          <span className="grow">This edge is still to be solved.</span>
          <button className="quiet-button" onClick={() => solver.again()}>
            Try again
          </button>
        </p>
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
          disabled={!mayChange || isAwaited || veil.cuts.length === 0}
          onClick={() => solveFine('Solve the fine edge', fine ? {} : { needed: true })}
        >
          {fine?.matte ? 'Solve the edge again' : 'Solve the fine edge'}
        </button>
        {fine && (
          <>
            <label
              className="flex items-center gap-1"
              title="Found along the border each time the edge is solved; elsewhere the clean border stays"
            >
              <input
                type="checkbox"
                checked={fine.needed}
                disabled={!mayChange}
                onChange={({ target }) =>
                  solveFine(target.checked ? 'Solve hair, grass and blur' : 'Solve only what is painted', {
                    needed: target.checked,
                  })
                }
              />
              where there is hair, grass or blur
            </label>
            <span>
              <Quantity
                label="Strip along the border"
                value={fine.reach}
                unit="px"
                min={0}
                max={200}
                disabled={!mayChange}
                onCommit={(reach) => solveFine('Set the strip along the border', { reach })}
              />{' '}
              to each side
              {fine.band.length > 0 && `, ${fine.band.length} painted`}
            </span>
            {fine.band.length > 0 && (
              <button
                className="quiet-button"
                onClick={() => solveFine('Remove the last of the painted edge', { band: fine.band.slice(0, -1) })}
              >
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
      <BorderMoved veil={veil} />
      {isEdgeCancelled(veil) && (
        <p className="text-ochre">
          Cancelled: what you see is at most a first look. Solve it again for the whole edge.
        </p>
      )}
      {softness && <SoftnessKey />}
      {veil.cast && <CastSettings veil={veil} cast={veil.cast} />}
    </div>
  );
}

/** The border grown or shrunk, by fractions of a px. */
function BorderMoved({ veil }: { veil: Veil }) {
  const { mayChange } = useBench();
  return (
    <p>
      Border moved by{' '}
      <Quantity
        label="Border moved outwards"
        value={veil.grow}
        unit="px"
        digits={1}
        step={0.1}
        min={-20}
        max={20}
        disabled={!mayChange}
        onDraft={(grow) => editing.draft(changeItem('veils', veil.id, { grow }))}
        onCommit={(grow) => editing.commit('Move the border', changeItem('veils', veil.id, { grow }))}
      />{' '}
      outwards; below 0 inwards
      {veil.growths.length > 0 && (
        <>
          {`, and along ${veil.growths.length} ${veil.growths.length > 1 ? 'strokes' : 'stroke'} by itself `}
          <button
            className="quiet-button"
            disabled={!mayChange}
            onClick={() =>
              editing.commit(
                'Take back the last moved stretch',
                changeItem('veils', veil.id, { growths: veil.growths.slice(0, -1) }),
              )
            }
          >
            Remove the last
          </button>
        </>
      )}
    </p>
  );
}

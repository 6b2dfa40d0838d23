import { setStance } from '../../../../core/piece/edits/steady';
import type { Bending, Perspective } from '../../../../core/passes/stance/schema';
import type { Edit } from '../../../../core/piece/edits/edit';
import { Choice } from '../../../ui/Choice';
import { flatLetters, useBench } from '../../benchContext';
import { editing } from '../../editing';
import { EditedValue } from '../../EditedValue';
import { perspectiveFor, withMove } from './perspective';

const kinds = { none: 'no bend', arc: 'on an arc', wave: 'in a wave' };
const start: Record<Bending['kind'], Bending> = {
  arc: { kind: 'arc', degrees: 60 },
  wave: { kind: 'wave', height: 0.25, waves: 1, phase: 0 },
};
const corners = ['upper left', 'upper right', 'lower right', 'lower left'];

/** How the letters are bent, and how far their corners are pulled, in numbers. */
export function BendSettings() {
  const { lettering, lettersOf, mayChange } = useBench();
  const { id, stance } = lettering!;
  const { bend } = stance;
  const set = (next: Bending | null): Edit => setStance(id, { bend: next });
  const flat = flatLetters(lettersOf, lettering!);
  const perspective = flat && perspectiveFor(stance, flat);
  return (
    <>
      <p className="leading-7">
        Bent{' '}
        <Choice
          label="Bend"
          disabled={!mayChange}
          value={bend?.kind ?? 'none'}
          options={kinds}
          onChoose={(kind) =>
            void editing.commit(
              kind === 'none' ? 'Straighten the words' : 'Bend the words',
              set(kind === 'none' ? null : start[kind]),
            )
          }
        />
        {bend && <BendClause bend={bend} set={set} />}.
      </p>
      {stance.pivot && (
        <p>
          Turns about a point of its own,{' '}
          <EditedValue
            label="Turning point across"
            undoLabel="Set the turning point"
            value={stance.pivot[0]}
            unit="px"
            edit={(x) => setStance(id, { pivot: [x, stance.pivot![1]] })}
          />
          ,{' '}
          <EditedValue
            label="Turning point down"
            undoLabel="Set the turning point"
            value={stance.pivot[1]}
            unit="px"
            edit={(y) => setStance(id, { pivot: [stance.pivot![0], y] })}
          />{' '}
          from the words’ origin.
        </p>
      )}
      {stance.perspective && perspective && <CornerClause id={id} perspective={perspective} />}
    </>
  );
}

/** How far it is bent. */
function BendClause({ bend, set }: { bend: Bending; set(next: Bending): Edit }) {
  return (
    <>
      {bend.kind === 'arc' && (
        <>
          {' '}
          of{' '}
          <EditedValue
            label="Arc"
            value={bend.degrees}
            unit="°"
            min={-350}
            max={350}
            edit={(degrees) => set({ ...bend, degrees })}
          />
        </>
      )}
      {bend.kind === 'wave' && (
        <>
          {' '}
          <EditedValue
            label="Height of the wave"
            value={bend.height}
            factor={100}
            unit="%"
            min={-300}
            max={300}
            edit={(height) => set({ ...bend, height })}
          />{' '}
          of the capitals high,{' '}
          <EditedValue
            label="Waves"
            value={bend.waves}
            digits={2}
            step={0.05}
            min={0.05}
            max={20}
            edit={(waves) => set({ ...bend, waves })}
          />{' '}
          to the width, begun at{' '}
          <EditedValue
            label="Phase"
            value={bend.phase}
            unit="°"
            min={-360}
            max={360}
            edit={(phase) => set({ ...bend, phase })}
          />
        </>
      )}
    </>
  );
}

/** How far each corner is pulled. */
function CornerClause({ id, perspective }: { id: string; perspective: Perspective }) {
  return (
    <p className="leading-6">
      Corners pulled:{' '}
      {corners.map((name, i) => (
        <span key={name}>
          {i > 0 && '; '}
          {name}{' '}
          {([0, 1] as const).map((axis) => (
            <span key={axis}>
              {axis === 1 && ', '}
              <EditedValue
                label={`${name} corner ${axis === 0 ? 'across' : 'down'}`}
                undoLabel="Pull a corner into perspective"
                value={perspective.moves[i][axis]}
                unit="px"
                digits={1}
                edit={(value) =>
                  withMove(
                    id,
                    perspective,
                    i,
                    axis === 0 ? [value, perspective.moves[i][1]] : [perspective.moves[i][0], value],
                  ) ?? (() => undefined)
                }
              />
            </span>
          ))}
        </span>
      ))}
      .
    </p>
  );
}

import { withLine, withLines, withoutLine, withPoint } from '../../../../core/passes/drape/mesh/change';
import { plainMesh } from '../../../../core/passes/drape/mesh/net';
import { mostLines, type Mesh } from '../../../../core/passes/drape/schema';
import type { Lettering } from '../../../../core/piece/schema';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { meshEdit } from './edits';
import { drapeHand } from './hand';
import { Shown } from '../../Shown';

/** A net of three by three fields to begin with. */
const first = (): Mesh => plainMesh(4, 4);

/** A net over the letters: its lines, and the point that is chosen. */
export function MeshSettings({ lettering }: { lettering: Lettering }) {
  const { mayChange } = useBench();
  const { mesh } = lettering.drape;
  const press = (): void => {
    drapeHand.set({ tool: mesh ? 'none' : 'net', netPoint: null });
    editing.commit(
      mesh ? 'Take the net off' : 'Lay a net over the letters',
      meshEdit(lettering, mesh ? null : first()),
    );
  };
  return (
    <section className="flex flex-col gap-2 border-t border-rule pt-2" aria-label="Mesh">
      <div className="flex items-center justify-between gap-2">
        <h3 className="label">Mesh</h3>
        <button className="quiet-button" disabled={!mayChange} onClick={press}>
          {mesh ? 'Take the net off' : 'Lay a net over the letters'}
        </button>
      </div>
      {mesh && (
        <>
          <Shown
            label="The net bends the letters"
            isShown={mesh.shown}
            edit={(shown) => meshEdit(lettering, { ...mesh, shown })}
          />
          <Lines lettering={lettering} mesh={mesh} />
          <ChosenPoint lettering={lettering} mesh={mesh} />
        </>
      )}
    </section>
  );
}

interface MeshProps {
  lettering: Lettering;
  mesh: Mesh;
}

/** How many fields it has, across and down. */
function Lines({ lettering, mesh }: MeshProps) {
  const { mayChange } = useBench();
  const { netPoint } = drapeHand.use('netPoint');
  const [columns, rows] = [mesh.across.length, mesh.down.length];
  const change = (label: string, next: Mesh): void => {
    drapeHand.set({ netPoint: null });
    editing.commit(label, meshEdit(lettering, next));
  };
  // Beside the chosen point, or else where the stretch is widest.
  const [column, row] = netPoint === null ? [null, null] : [netPoint % columns, Math.floor(netPoint / columns)];
  return (
    <>
      <p className="leading-7">
        It has{' '}
        <EditedValue
          label="Fields of the net across"
          undoLabel="Set the fields of the net"
          value={columns - 1}
          min={1}
          max={mostLines - 1}
          edit={(value) => meshEdit(lettering, withLines(mesh, Math.round(value) + 1, rows))}
        />{' '}
        fields across and{' '}
        <EditedValue
          label="Fields of the net down"
          undoLabel="Set the fields of the net"
          value={rows - 1}
          min={1}
          max={mostLines - 1}
          edit={(value) => meshEdit(lettering, withLines(mesh, columns, Math.round(value) + 1))}
        />{' '}
        down.
      </p>
      <div className="flex flex-wrap gap-1">
        <button
          className="plain-button"
          disabled={!mayChange || columns >= mostLines}
          onClick={() =>
            change('Add a line down the net', withLine(mesh, 'across', stretchBeside(mesh.across, column)))
          }
        >
          Add a column
        </button>
        <button
          className="plain-button"
          disabled={!mayChange || rows >= mostLines}
          onClick={() => change('Add a line across the net', withLine(mesh, 'down', stretchBeside(mesh.down, row)))}
        >
          Add a row
        </button>
        <button
          className="plain-button"
          disabled={!mayChange || !isInner(mesh.across, column)}
          onClick={() => change('Remove a line down the net', withoutLine(mesh, 'across', column!))}
        >
          Remove its column
        </button>
        <button
          className="plain-button"
          disabled={!mayChange || !isInner(mesh.down, row)}
          onClick={() => change('Remove a line across the net', withoutLine(mesh, 'down', row!))}
        >
          Remove its row
        </button>
      </div>
    </>
  );
}

const isInner = (lines: readonly number[], line: number | null): boolean =>
  line !== null && line > 0 && line < lines.length - 1;

function stretchBeside(lines: readonly number[], line: number | null): number {
  if (line !== null) return Math.min(line, lines.length - 2);
  let widest = 0;
  for (let i = 1; i < lines.length - 1; i++)
    if (lines[i + 1] - lines[i] > lines[widest + 1] - lines[widest] + 1e-9) widest = i;
  return widest;
}

/** Where the chosen point is moved to, in numbers. */
function ChosenPoint({ lettering, mesh }: MeshProps) {
  const { mayChange } = useBench();
  const { netPoint } = drapeHand.use('netPoint');
  const point = netPoint === null ? undefined : mesh.points[netPoint];
  if (netPoint === null || !point)
    return <p className="text-faint">With the net in hand, a point that is pressed can be typed here.</p>;
  const columns = mesh.across.length;
  const name = `Column ${(netPoint % columns) + 1}, row ${Math.floor(netPoint / columns) + 1}`;
  const isSmooth = !point.across && !point.down;
  return (
    <p className="leading-7">
      {name}: moved{' '}
      {([0, 1] as const).map((axis) => (
        <span key={axis}>
          {axis === 1 && ', '}
          <EditedValue
            label={`Point moved ${axis === 0 ? 'across' : 'down'}`}
            undoLabel="Move a point of the net"
            value={point.move[axis]}
            unit="px"
            digits={1}
            edit={(value) =>
              meshEdit(
                lettering,
                withPoint(mesh, netPoint, { move: axis === 0 ? [value, point.move[1]] : [point.move[0], value] }),
              )
            }
          />
        </span>
      ))}
      ; its tangents are{' '}
      {isSmooth ? (
        'smooth'
      ) : (
        <button
          className="quiet-button"
          disabled={!mayChange}
          onClick={() =>
            editing.commit(
              'Smooth a point of the net',
              meshEdit(lettering, withPoint(mesh, netPoint, { across: null, down: null })),
            )
          }
        >
          set by hand (make them smooth)
        </button>
      )}
      .{' '}
      <button
        className="quiet-button"
        disabled={!mayChange}
        onClick={() =>
          editing.commit(
            'Set a point of the net straight',
            meshEdit(lettering, withPoint(mesh, netPoint, { move: [0, 0], across: null, down: null })),
          )
        }
      >
        Set it straight
      </button>
    </p>
  );
}

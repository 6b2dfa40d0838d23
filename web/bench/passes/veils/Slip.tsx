import { aroundBorder } from '../../../../core/passes/veils/trace/close';
import type { Veil } from '../../../../core/passes/veils/schema';
import type { VeilLook } from '../../../../core/passes/veils/looks';
import { addVeil, changeVeil, clearStrokes, freeId, removeContour, removeVeil, replaceStretch } from '../../../../core/piece/edits/things';
import { useAppDispatch, useAppSelector } from '../../../store';
import { useBench } from '../../benchContext';
import { looked } from '../../benchState';
import { editing } from '../../editing';

const looks: { show: VeilLook; name: string }[] = [
  { show: 'picture', name: 'as it will be' },
  { show: 'hatch', name: 'hatched' },
  { show: 'black', name: 'on black' },
  { show: 'white', name: 'on white' },
  { show: 'matte', name: 'matte' },
];

export function Slip() {
  const { piece, veil } = useBench();
  const dispatch = useAppDispatch();
  const plate = piece.plates[0];
  if (!plate) return <p className="text-faint">Choose a photograph first (line 0).</p>;
  const add = (): void => {
    const id = freeId(piece, 'veil');
    if (editing.commit('Add a veil', addVeil({ id, name: `veil ${piece.veils.length + 1}`, plate: plate.id }))) dispatch(looked({ veil: id }));
  };
  return (
    <div className="flex flex-col gap-3">
      <ul className="flex flex-col">
        {piece.veils.map((one) => (
          <li key={one.id} className={`flex items-center gap-2 border-b border-rule ${one.id === veil?.id ? 'border-l-2 border-l-iron pl-2' : 'pl-2.5'}`}>
            <button className="min-h-7 grow text-left" aria-pressed={one.id === veil?.id} onClick={() => dispatch(looked({ veil: one.id }))}>
              {one.name} <span className="text-faint">{contents(one)}</span>
            </button>
          </li>
        ))}
      </ul>
      {veil && <VeilOf key={veil.id} veil={veil} />}
      <button className="plain-button self-start" onClick={add}>
        Add a veil
      </button>
    </div>
  );
}

function contents({ contours, strokes }: Veil): string {
  const open = contours.filter((contour) => !contour.closed).length;
  const parts = [
    contours.length - open > 0 && `${contours.length - open} contour${contours.length - open > 1 ? 's' : ''}`,
    open > 0 && 'one open',
    strokes.length > 0 && `${strokes.length} touch-up${strokes.length > 1 ? 's' : ''}`,
  ].filter(Boolean);
  return parts.length > 0 ? parts.join(', ') : 'empty';
}

function VeilOf({ veil }: { veil: Veil }) {
  const dispatch = useAppDispatch();
  const look = useAppSelector(({ bench }) => bench.veilLook);
  return (
    <div className="flex flex-col gap-3">
      <label className="flex items-center gap-2">
        <span className="label">Name</span>
        <input
          className="field min-w-0 grow"
          defaultValue={veil.name}
          onKeyDown={(event) => {
            event.stopPropagation();
            if (event.key === 'Enter') event.currentTarget.blur();
          }}
          onBlur={(event) => event.target.value.trim() && editing.commit('Name the veil', changeVeil(veil.id, { name: event.target.value.trim().slice(0, 200) }))}
        />
      </label>
      <div>
        <span className="label">Show the veil</span>
        <div className="mt-1 flex flex-wrap gap-1">
          {looks.map(({ show, name }) => (
            <button key={show} className="plain-button" aria-pressed={look === show} onClick={() => dispatch(looked({ veilLook: show }))}>
              {name}
            </button>
          ))}
        </div>
      </div>
      <Contours veil={veil} />
      <div className="flex gap-2">
        {veil.strokes.length > 0 && (
          <button className="quiet-button" onClick={() => editing.commit('Clear the touch-up', clearStrokes(veil.id))}>
            Clear touch-up
          </button>
        )}
        <button className="quiet-button" onClick={() => editing.commit('Remove the veil', removeVeil(veil.id))}>
          Remove the veil
        </button>
      </div>
    </div>
  );
}

function Contours({ veil }: { veil: Veil }) {
  const { piece } = useBench();
  const plate = piece.plates.find(({ id }) => id === veil.plate)!;
  const sheet = { x: -plate.x / plate.scale, y: -plate.y / plate.scale, width: piece.sheet.width / plate.scale, height: piece.sheet.height / plate.scale };
  return (
    <ul>
      {veil.contours.map((contour, i) => {
        const last = contour.points.length - 1;
        const alongBorder = contour.closed && contour.points[last].to === 'border';
        const turn = (): void => {
          const [first, end] = [contour.points[0], contour.points[last]];
          const [short, long] = [false, true].map((way) => aroundBorder([first.x, first.y], [end.x, end.y], sheet, way).map(([x, y]): [number, number] => [x, y]));
          const isShort = JSON.stringify(short) === JSON.stringify(end.via) || short.length === end.via.length;
          editing.commit('Close on the other side', replaceStretch(veil.id, i, last, { to: 'border', via: isShort ? long : short }));
        };
        return (
          <li key={i} className="flex items-center gap-2">
            <span className="grow">
              Contour {i + 1}: {contour.points.length} points{contour.closed ? '' : ', open'}
            </span>
            {alongBorder && (
              <button className="quiet-button" onClick={turn}>
                Other side
              </button>
            )}
            <button className="quiet-button" onClick={() => editing.commit('Remove a contour', removeContour(veil.id, i))}>
              Remove
            </button>
          </li>
        );
      })}
    </ul>
  );
}

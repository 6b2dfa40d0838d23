import { Quantity } from '../../../ui/Quantity';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { scaledAbout, usePlate } from './placing';

export function Summary() {
  const { piece, mayChange } = useBench();
  const found = usePlate();
  const { width, height, ppi } = piece.sheet;
  const sheet = `${width} × ${height} px at ${ppi} ppi`;
  if (!found) return <span className="text-faint">No photograph yet on a sheet of {sheet}.</span>;
  const { plate, place } = found;
  const edit = (percent: number) => place(scaledAbout(plate, percent / 100, [width / 2, height / 2]));
  return (
    <span>
      <b>{plate.name}</b> at{' '}
      <Quantity
        label="Plate scale"
        value={plate.scale * 100}
        unit="%"
        digits={1}
        step={0.5}
        min={0.1}
        max={10000}
        disabled={!mayChange}
        onDraft={(value) => editing.draft(edit(value))}
        onCommit={(value) => editing.commit('Scale the plate', edit(value))}
        onStep={(value) => editing.soon('Scale the plate', 'plate-scale', 'scale', edit(value))}
      />{' '}
      on {sheet}.
    </span>
  );
}

export function HandTools() {
  return <span className="text-faint">Drag the photograph to choose what is seen; its corner rings scale it.</span>;
}

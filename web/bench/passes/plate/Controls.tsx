import { plateHand } from './hand';
import { useState } from 'react';
import { Link } from 'react-router';
import { wordsOf } from '../../../../core/piece/words';
import { keepOn } from '../../keepPoints';
import { roughsAddress } from '../../../api/roughs';
import { coverSheet } from '../../../../core/passes/plate/gauge';
import { changeItem, movePlate } from '../../../../core/piece/edits/items';
import { useAppDispatch } from '../../../store';
import { FileButton } from '../../../ui/FileButton';
import { Quantity } from '../../../ui/Quantity';
import { useBench } from '../../benchContext';
import { looked } from '../../benchState';
import { editing } from '../../editing';
import { PlateChooser } from '../../../plates/PlateChooser';
import { RemovePlate } from './RemovePlate';
import { ReplacePlate } from './ReplacePlate';
import { placePhotograph } from './photographs';
import { LayersSheet } from './layers/LayersSheet';
import { SizeSettings } from '../../sizes/SizeSettings';
import { SheetSize } from './SheetSize';
import { usePlate } from './placing';

export function Controls() {
  const found = usePlate();
  return (
    <div className="flex flex-col gap-3">
      {found && <PlateList />}
      {found && <PlatePlace key={found.plate.id} />}
      <AddPlate />
      {found && <RoughsLink />}
      <SheetSize />
      <SizeSettings />
    </div>
  );
}

/** Choosing among several photographs, and which lies nearer. */
function PlateList() {
  const { piece, mayChange } = useBench();
  const { plate: chosen } = usePlate()!;
  const dispatch = useAppDispatch();
  if (piece.plates.length < 2) return null;
  return (
    <ul className="flex flex-col" aria-label="Photographs, from far to near">
      {piece.plates.map((plate, i) => (
        <li
          key={plate.id}
          className={`flex items-center gap-2 border-b border-rule ${plate.id === chosen.id ? 'border-l-2 border-l-iron pl-2' : 'pl-2.5'}`}
        >
          <button
            className="min-h-7 min-w-0 grow truncate text-left"
            aria-pressed={plate.id === chosen.id}
            onClick={() => dispatch(looked({ plate: plate.id }))}
          >
            {plate.name}
          </button>
          {i > 0 && (
            <button
              className="quiet-button"
              disabled={!mayChange}
              title="Farther off"
              onClick={() => editing.commit('Move a photograph farther off', movePlate(plate.id, -1))}
            >
              Farther
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}

/** Whole pieces that are proposed for this photograph and these words; this piece stays as it is. */
function RoughsLink() {
  const { piece, materials } = useBench();
  const { plate } = usePlate()!;
  const { sha256 } = piece.assets[plate.asset];
  const keep = keepOn(piece, plate, materials);
  return (
    <Link
      className="plain-button self-start"
      to={roughsAddress(sha256 ?? null, wordsOf(piece.letterings), undefined, keep)}
    >
      Show roughs
    </Link>
  );
}

function AddPlate() {
  const { piece, mayChange } = useBench();
  const [choosing, setChoosing] = useState(false);
  const [layers, setLayers] = useState<File | null>(null);
  const first = piece.plates.length === 0;
  return (
    <>
      <button
        className={first ? 'strong-button' : 'plain-button self-start'}
        disabled={!mayChange}
        onClick={() => setChoosing(true)}
      >
        {first ? 'Choose a photograph' : 'Add another photograph'}
      </button>
      <div>
        <FileButton
          label="File to take layers from"
          accept=".ora,image/openraster"
          disabled={!mayChange}
          onFiles={([file]) => setLayers(file)}
        >
          Layers from a file
        </FileButton>
      </div>
      {layers && <LayersSheet key={layers.name} file={layers} onDone={() => setLayers(null)} />}
      <PlateChooser
        open={choosing}
        onClose={() => setChoosing(false)}
        onChoose={(asset) => {
          setChoosing(false);
          placePhotograph(asset);
        }}
      />
    </>
  );
}

function PlatePlace() {
  const { piece } = useBench();
  const { plate, picture, place } = usePlate()!;
  const covered = plateHand.use('keepCovered').keepCovered;
  const at = (axis: 'x' | 'y') => ({
    label: axis === 'x' ? 'Left edge of the plate' : 'Top edge of the plate',
    value: plate[axis],
    unit: 'px',
    onDraft: (value: number) => editing.draft(place({ ...plate, [axis]: value })),
    onCommit: (value: number) => editing.commit('Move the plate', place({ ...plate, [axis]: value })),
    onStep: (value: number) =>
      editing.soon('Move the plate', 'plate-nudge', 'place', place({ ...plate, [axis]: value })),
  });
  return (
    <div className="flex flex-col gap-2">
      <p>
        Its left edge lies at <Quantity {...at('x')} />, its top edge at <Quantity {...at('y')} />. The photograph has{' '}
        {picture.width} × {picture.height} px.
      </p>
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          className="accent-iron"
          checked={covered}
          onChange={(event) => plateHand.set({ keepCovered: event.target.checked })}
        />
        Keep the sheet covered while moving and scaling
      </label>
      <div className="flex flex-wrap gap-2">
        <button
          className="plain-button"
          onClick={() =>
            editing.commit('Cover the sheet', changeItem('plates', plate.id, coverSheet(picture, piece.sheet)))
          }
        >
          Cover the sheet
        </button>
        <button
          className="plain-button"
          onClick={() =>
            editing.commit(
              'Show the photograph at its own size',
              changeItem('plates', plate.id, {
                scale: 1,
                x: Math.round((piece.sheet.width - picture.width) / 2),
                y: Math.round((piece.sheet.height - picture.height) / 2),
              }),
            )
          }
        >
          Own size
        </button>
        <ReplacePlate />
        <RemovePlate />
      </div>
    </div>
  );
}

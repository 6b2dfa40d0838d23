import { useRef, useState } from 'react';
import { keepCovered } from '../../../../core/passes/plate/gauge';
import { setSheet } from '../../../../core/piece/edits/items';
import type { Edit } from '../../../../core/piece/edits/edit';
import { resizeSheet } from '../../../../core/piece/edits/resize';
import { resizeSize } from '../../../../core/sizes/edits';
import { fromPx, lengthDigits, paperToPx, type LengthUnit } from '../../../../core/piece/lengths';
import type { Piece } from '../../../../core/piece/schema';
import { store } from '../../../store';
import { PieceColour } from '../../coats/PieceColour';
import { Quantity } from '../../../ui/Quantity';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { plateHand } from './hand';
import { SheetCoats } from './SheetCoats';
import { StockView } from './StockView';

interface Size {
  width: number;
  height: number;
}

/** The edit that gives the sheet another size: the design goes along, or is left where it is. */
function useSheetSize(): (change: Partial<Size>) => Edit {
  const { materials } = useBench();
  const { goesAlong, keepCovered: covered } = plateHand.use('goesAlong', 'keepCovered');
  /** The piece before the first of several changes in a row, and the size that they have led to. */
  const row = useRef<{ basis: Piece; size: string } | null>(null);
  return (change) => {
    const piece = editing.shown!;
    const { size: onBench } = store.getState().bench;
    const size = { width: piece.sheet.width, height: piece.sheet.height, ...change };
    const pictureOf = (asset: string): Size => materials?.picture(asset) ?? { width: 0, height: 0 };
    if (goesAlong) {
      const { history, historyAt, draft, piece: kept } = store.getState().bench;
      const isRow = (draft !== null || history[historyAt - 1] === label) && row.current?.size === sizeOf(piece.sheet);
      row.current = { basis: isRow ? row.current!.basis : kept!, size: sizeOf(size) };
      const { basis } = row.current;
      return onBench === null ? resizeSheet(size, pictureOf, basis) : resizeSize(onBench, size, basis);
    }
    return (draft) => {
      setSheet(size)(draft);
      const [first] = draft.plates;
      if (covered && first) Object.assign(first, keepCovered(first, pictureOf(first.asset), size));
    };
  };
}

const label = 'Set the sheet size';
const sizeOf = ({ width, height }: Size): string => `${width} ${height}`;

export function SheetSize() {
  const { piece } = useBench();
  const { width, height, ppi, paint } = piece.sheet;
  const [unit, setUnit] = useState<LengthUnit>('px');
  const { goesAlong } = plateHand.use('goesAlong');
  const sized = useSheetSize();
  const side = (name: 'width' | 'height', px: number) => ({
    label: `Sheet ${name}`,
    value: fromPx(px, unit, ppi),
    unit,
    digits: lengthDigits[unit],
    step: unit === 'in' ? 0.1 : 1,
    min: 0.01,
    onCommit: (value: number) => editing.commit(label, sized({ [name]: paperToPx(value, unit, ppi) })),
    onStep: (value: number) => editing.soon(label, 'sheet', 'size', sized({ [name]: paperToPx(value, unit, ppi) })),
  });
  return (
    <div className="flex flex-col gap-2 border-t border-rule pt-3">
      <p>
        The sheet is <Quantity {...side('width', width)} /> wide and <Quantity {...side('height', height)} /> high, at{' '}
        <Quantity
          label="Pixels per inch"
          value={ppi}
          unit="ppi"
          min={1}
          max={4800}
          onCommit={(value) => editing.commit('Set the resolution', setSheet({ ppi: value }))}
        />
        .
      </p>
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          className="accent-iron"
          checked={goesAlong}
          onChange={(event) => plateHand.set({ goesAlong: event.target.checked })}
        />
        The design goes along when the size changes
      </label>
      <div className="flex flex-wrap items-center gap-2">
        <span className="label">Measured in</span>
        {(['px', 'in', 'mm'] as const).map((one) => (
          <button key={one} className="plain-button" aria-pressed={unit === one} onClick={() => setUnit(one)}>
            {one}
          </button>
        ))}
      </div>
      <div className="flex items-center gap-2">
        <span className="label">Made of</span>
        <button
          className="plain-button"
          aria-pressed={paint !== null}
          onClick={() => editing.commit('Paint the sheet', setSheet({ paint: paint ?? '#ffffff' }))}
        >
          paint
        </button>
        <button
          className="plain-button"
          aria-pressed={paint === null}
          onClick={() => editing.commit('Make the sheet transparent', setSheet({ paint: null }))}
        >
          nothing
        </button>
        {paint !== null && (
          <PieceColour
            label="Sheet colour"
            colour={paint}
            undoLabel="Paint the sheet"
            editKey="paint"
            edit={(colour) => setSheet({ paint: colour })}
          />
        )}
      </div>
      <SheetCoats />
      <StockView />
    </div>
  );
}

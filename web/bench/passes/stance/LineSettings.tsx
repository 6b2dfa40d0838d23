import { stanceHand } from './hand';
import { setStance } from '../../../../core/piece/edits/steady';
import { X } from 'lucide-react';
import { slopeDegrees, turnedSlope } from '../../../../core/passes/stance/align';
import { lastBaseline } from '../../../../core/passes/stance/gauge';
import { alongSlope } from '../../../../core/passes/stance/turning';
import type { Letters } from '../../../../core/type/letters';
import { freeId } from '../../../../core/piece/edits/items';
import { addGuide, changeSlope, moveGuide, removeGuide, removeSlope } from '../../../../core/piece/edits/letterings';
import { fromPx, lengthDigits, toPx } from '../../../../core/piece/lengths';
import type { Lettering, Slope } from '../../../../core/piece/schema';
import { middleOf } from '../../../../core/pixels/region';
import { apply } from '../../../../core/shape/affine';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { EditedValue } from '../../EditedValue';

/** Guides and slopes in numbers, and what words can be set along. */
export function LineSettings() {
  const { piece, lettering, letters, mayChange } = useBench();
  const { lengthUnit: unit } = stanceHand.use('lengthUnit');
  const { guides, slopes, sheet } = piece;
  return (
    <div className="flex flex-col gap-1">
      <AddGuide />
      <ul className="flex flex-col">
        {guides.map(({ id, axis, at }) => (
          <li key={id} className="flex items-center gap-1">
            <span className="grow">
              {axis === 'x' ? 'Upright' : 'Level'} guide at{' '}
              <EditedValue
                label={`${axis === 'x' ? 'Upright' : 'Level'} guide`}
                undoLabel="Move a guide"
                value={fromPx(at, unit, sheet.ppi)}
                unit={unit}
                digits={lengthDigits[unit]}
                step={unit === 'px' ? 1 : 0.1}
                edit={(value) => moveGuide(id, toPx(value, unit, sheet.ppi))}
              />
            </span>
            <button
              className="quiet-button"
              aria-label="Remove this guide"
              disabled={!mayChange}
              onClick={() => editing.commit('Remove a guide', removeGuide(id))}
            >
              <X size={14} aria-hidden />
            </button>
          </li>
        ))}
        {slopes.map((slope) => (
          <li key={slope.id} className="flex items-center gap-1">
            <span className="grow">
              Slope of{' '}
              <EditedValue
                label="Slope"
                undoLabel="Turn a slope"
                value={slopeDegrees(slope.from, slope.to)}
                unit="°"
                digits={1}
                step={0.1}
                min={-89}
                max={89}
                edit={(degrees) => changeSlope(slope.id, turnedSlope(slope.from, slope.to, degrees))}
              />
            </span>
            {lettering && letters && (
              <button
                className="plain-button"
                disabled={!mayChange}
                onClick={() => editing.commit('Set the words along a slope', setAlong(lettering, letters, slope))}
              >
                Set the words along it
              </button>
            )}
            <button
              className="quiet-button"
              aria-label="Remove this slope"
              disabled={!mayChange}
              onClick={() => editing.commit('Remove a slope', removeSlope(slope.id))}
            >
              <X size={14} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** A guide through the middle of the sheet, to be moved from there. */
function AddGuide() {
  const { piece, mayChange } = useBench();
  const add = (axis: 'x' | 'y', length: number): void =>
    void editing.commit('Add a guide', addGuide({ id: freeId(piece, 'guide'), axis, at: Math.round(length / 2) }));
  return (
    <div className="flex flex-wrap items-center gap-1">
      <span className="label">Guides</span>
      <button className="quiet-button" disabled={!mayChange} onClick={() => add('x', piece.sheet.width)}>
        Add an upright one
      </button>
      <button className="quiet-button" disabled={!mayChange} onClick={() => add('y', piece.sheet.height)}>
        Add a level one
      </button>
    </div>
  );
}

/** Turns the words as the slope runs and lets the last baseline (a shape's lower edge) stand on it. */
function setAlong({ id, stance }: Lettering, letters: Letters, { from, to }: Slope) {
  const foot = apply(letters.place, [middleOf(letters.ink!)[0], lastBaseline(letters)!]);
  return setStance(id, alongSlope(stance, foot, from, to));
}

import {
  AlignCenterHorizontal,
  AlignCenterVertical,
  AlignEndHorizontal,
  AlignEndVertical,
  AlignHorizontalSpaceAround,
  AlignStartHorizontal,
  AlignStartVertical,
  AlignVerticalSpaceAround,
} from 'lucide-react';
import { useState } from 'react';
import { alignBoxes, alignings, distributeBoxes, type Aligning } from '../../../../core/passes/stance/align';
import { standingBox } from '../../../../core/type/standing';
import { moveLetterings } from '../../../../core/piece/edits/letterings';
import { nameOf } from '../../../../core/piece/names';
import { unionOf, type Region } from '../../../../core/pixels/region';
import { Tip } from '../../../ui/Tip';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';

const icons = {
  left: AlignStartVertical,
  centre: AlignCenterVertical,
  right: AlignEndVertical,
  top: AlignStartHorizontal,
  middle: AlignCenterHorizontal,
  bottom: AlignEndHorizontal,
};
const names: Record<Aligning, string> = {
  left: 'Left sides',
  centre: 'Middles across',
  right: 'Right sides',
  top: 'Tops',
  middle: 'Middles down',
  bottom: 'Feet',
};

/** Brings several letterings into line, with each other or with the sheet. */
export function AlignSettings() {
  const { piece, lettering, lettersOf, mayChange } = useBench();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [toSheet, setToSheet] = useState(false);
  if (piece.letterings.length < 2) return null;
  const chosen = piece.letterings.flatMap((one) => {
    const letters = left.has(one.id) ? null : lettersOf(one);
    const box = letters && standingBox(letters);
    return box ? [{ id: one.id, box }] : [];
  });
  const frame: Region | null = toSheet
    ? { x: 0, y: 0, width: piece.sheet.width, height: piece.sheet.height }
    : unionOf(chosen.map(({ box }) => box));
  const move = (undoLabel: string, moves: { dx: number; dy: number }[]): void =>
    void editing.commit(undoLabel, moveLetterings(chosen.map(({ id }, i) => ({ id, ...moves[i] }))));
  const boxes = chosen.map(({ box }) => box);
  const canAlign = mayChange && frame !== null && (toSheet ? chosen.length > 0 : chosen.length > 1);
  return (
    <fieldset className="border-t border-rule pt-2">
      <legend className="label">Bring into line</legend>
      <div className="flex flex-wrap gap-x-3">
        {piece.letterings.map((one) => (
          <label key={one.id} className={`flex items-center gap-1 ${one.id === lettering?.id ? 'font-semibold' : ''}`}>
            <input
              type="checkbox"
              checked={!left.has(one.id)}
              onChange={(event) => {
                const next = new Set(left);
                if (event.target.checked) next.delete(one.id);
                else next.add(one.id);
                setLeft(next);
              }}
            />
            <span className="max-w-32 truncate">{nameOf(one)}</span>
          </label>
        ))}
      </div>
      <label className="flex items-center gap-1">
        <input type="checkbox" checked={toSheet} onChange={(event) => setToSheet(event.target.checked)} /> with the
        sheet
      </label>
      <div className="mt-1 flex flex-wrap gap-1">
        {alignings.map((how) => {
          const Icon = icons[how];
          return (
            <Tip key={how} text={names[how]}>
              <button
                className="plain-button px-1.5"
                aria-label={`Align ${names[how].toLowerCase()}`}
                disabled={!canAlign}
                onClick={() => move(`Align: ${names[how].toLowerCase()}`, alignBoxes(boxes, how, frame!))}
              >
                <Icon size={15} aria-hidden />
              </button>
            </Tip>
          );
        })}
        {(
          [
            ['x', AlignHorizontalSpaceAround, 'the same room between them across'],
            ['y', AlignVerticalSpaceAround, 'the same room between them down'],
          ] as const
        ).map(([axis, Icon, name]) => (
          <Tip key={axis} text={`Distribute: ${name}`}>
            <button
              className="plain-button px-1.5"
              aria-label={`Distribute: ${name}`}
              disabled={!mayChange || chosen.length < 3}
              onClick={() => move(`Distribute: ${name}`, distributeBoxes(boxes, axis))}
            >
              <Icon size={15} aria-hidden />
            </button>
          </Tip>
        ))}
      </div>
    </fieldset>
  );
}

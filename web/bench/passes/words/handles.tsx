import { wordsHand } from './hand';
import { useRef } from 'react';
import { flushSync } from 'react-dom';
import type { Letters } from '../../../../core/type/letters';
import { apply, inverse, type Point } from '../../../../core/shape/affine';
import { useAppDispatch } from '../../../store';
import { useBench } from '../../benchContext';
import { looked } from '../../benchState';
import { useViewport } from '../../view/viewport';
import { addWords } from './adding';
import { textPlaceAt } from './caret';
import { DrawPath, PathPoints } from './PathHandles';
import { FirstWords } from './FirstWords';
import { TypingField } from './TypingField';

/** Typing on the sheet, and the line that words stand on. */
export function Handles() {
  const bench = useBench();
  const { lettering, letters, piece } = bench;
  const { drawingPath } = wordsHand.use('drawingPath');
  const { size, toSheet } = useViewport();
  const field = useRef<HTMLTextAreaElement>(null);
  const dispatch = useAppDispatch();
  const anchor = useRef<number | null>(null);

  const placeAt = (laidOut: Letters, event: React.PointerEvent): number =>
    textPlaceAt(laidOut, apply(inverse(laidOut.place), toSheet(event)));
  const select = (from: number, to: number): void => {
    field.current?.focus();
    field.current?.setSelectionRange(Math.min(from, to), Math.max(from, to), from <= to ? 'forward' : 'backward');
  };
  const down = (event: React.PointerEvent): void => {
    if (event.button !== 0 || !bench.mayChange) return;
    event.preventDefault();
    const at = toSheet(event);
    const hit = piece.letterings.findLast((one) => isInside(bench.lettersOf(one), at));
    if (!hit && piece.letterings.length === 0) {
      flushSync(() => addWords(bench, '', at));
      field.current?.focus();
      return;
    }
    const chosen = hit ?? lettering;
    const laidOut = chosen && bench.lettersOf(chosen);
    if (!chosen || !laidOut) return;
    if (chosen.id !== lettering?.id) flushSync(() => dispatch(looked({ lettering: chosen.id })));
    const place = placeAt(laidOut, event);
    const from = event.shiftKey && field.current && chosen.id === lettering?.id ? field.current.selectionStart : place;
    anchor.current = from;
    event.currentTarget.setPointerCapture(event.pointerId);
    select(from, place);
  };
  const move = (event: React.PointerEvent): void => {
    if (anchor.current !== null && letters) select(anchor.current, placeAt(letters, event));
  };
  const up = (): void => void (anchor.current = null);
  const wholeWord = (): void => {
    if (field.current && lettering) select(0, lettering.words.text.length);
  };
  const typing = lettering && bench.mayChange && !lettering.words.shape;
  return (
    <g>
      <rect
        width={size.width}
        height={size.height}
        fill="transparent"
        className="cursor-text"
        onPointerDown={down}
        // The field keeps the focus that the press has given it.
        onMouseDown={(event) => event.preventDefault()}
        onPointerMove={move}
        onPointerUp={up}
        onPointerCancel={up}
        onDoubleClick={wholeWord}
      />
      {bench.mayChange && piece.letterings.length === 0 && <FirstWords />}
      {typing && <TypingField key={lettering.id} lettering={lettering} letters={letters} field={field} />}
      {typing && letters && <PathPoints lettering={lettering} letters={letters} />}
      {typing && letters && drawingPath === lettering.id && <DrawPath lettering={lettering} letters={letters} />}
    </g>
  );
}

function isInside(letters: Letters | null, at: Point): boolean {
  if (!letters?.ink) return false;
  const [x, y] = apply(inverse(letters.place), at);
  const { ink } = letters;
  return x >= ink.x && x <= ink.x + ink.width && y >= ink.y && y <= ink.y + ink.height;
}

import { useCallback, useEffect, useRef, useState } from 'react';
import { setWords } from '../../../../core/piece/edits/things';
import { apply, corners, inverse, type Point } from '../../../../core/shape/affine';
import type { Lettering } from '../../../../core/piece/schema';
import type { Letters } from '../../../../core/passes/pass';
import { useAppDispatch } from '../../../store';
import { useBench } from '../../benchContext';
import { looked } from '../../benchState';
import { editing } from '../../editing';
import { Hairline, lineThrough } from '../../view/Hairline';
import { useViewport } from '../../view/viewport';
import { addWords } from './adding';
import { caretAt, selectionBoxes, textPlaceAt } from './caret';

/** Typing on the sheet: a hidden field takes the keys, and the caret is drawn where the letters stand. */
export function Handles() {
  const bench = useBench();
  const { lettering, letters, piece } = bench;
  const { size, toSheet } = useViewport();
  const field = useRef<HTMLTextAreaElement>(null);
  const dispatch = useAppDispatch();

  const down = (event: React.PointerEvent): void => {
    if (event.button !== 0 || !bench.mayChange) return;
    event.preventDefault();
    const at = toSheet(event);
    const hit = [...piece.letterings].reverse().find((one) => isInside(bench.lettersOf(one), at));
    if (!hit && piece.letterings.length === 0) {
      addWords(bench, '', at);
      window.setTimeout(() => field.current?.focus());
      return;
    }
    const chosen = hit ?? lettering;
    const laidOut = chosen && bench.lettersOf(chosen);
    if (!chosen || !laidOut) return;
    if (chosen.id !== lettering?.id) dispatch(looked({ lettering: chosen.id }));
    const place = textPlaceAt(laidOut, apply(inverse(laidOut.place), at));
    window.setTimeout(() => {
      field.current?.focus();
      field.current?.setSelectionRange(place, place);
    });
  };
  return (
    <g>
      <rect width={size.width} height={size.height} fill="transparent" className="cursor-text" onPointerDown={down} />
      {lettering && bench.mayChange && <TypingField key={lettering.id} lettering={lettering} letters={letters} field={field} />}
    </g>
  );
}

function isInside(letters: Letters | null, at: readonly [number, number]): boolean {
  if (!letters?.ink) return false;
  const [x, y] = apply(inverse(letters.place), at);
  const { ink } = letters;
  return x >= ink.x && x <= ink.x + ink.width && y >= ink.y && y <= ink.y + ink.height;
}

function TypingField({ lettering, letters, field }: { lettering: Lettering; letters: Letters | null; field: React.RefObject<HTMLTextAreaElement | null> }) {
  const { toScreen, size } = useViewport();
  const [selection, setSelection] = useState<[number, number] | null>(null);
  const { id, words } = lettering;

  // An empty lettering waits to be typed.
  const empty = words.text === '';
  useEffect(() => {
    if (empty) field.current?.focus();
  }, [empty, field]);

  const note = useCallback((): void => {
    const element = field.current;
    if (element && document.activeElement === element) setSelection([element.selectionStart, element.selectionEnd]);
  }, [field]);
  useEffect(() => {
    document.addEventListener('selectionchange', note);
    return () => document.removeEventListener('selectionchange', note);
  }, [note]);

  // While the face is still on its way the keys are taken already; only the caret waits.
  const onSheet = (point: Point): [number, number] => toScreen(apply(letters!.place, point));
  const caret = letters && selection && caretAt(letters, selection[1]);
  const frame = letters?.ink && corners(letters.ink).map(onSheet);
  const boxes = letters && selection ? selectionBoxes(letters, selection[0], selection[1]) : [];
  return (
    <g pointerEvents="none">
      {frame && <Hairline d={lineThrough(frame, true)} dashed />}
      {boxes.map((box, i) => (
        <Hairline key={i} d={lineThrough(box.map(onSheet), true)} active />
      ))}
      {caret && <Hairline d={lineThrough([onSheet(caret.foot), onSheet(caret.head)])} active />}
      <foreignObject x={0} y={0} width={size.width} height={1} opacity={0}>
        <textarea
          ref={field}
          aria-label="Words on the sheet"
          className="h-px w-px resize-none overflow-hidden"
          value={words.text}
          maxLength={5000}
          spellCheck={false}
          onChange={(event) => {
            editing.soon('Type the words', `words-${id}`, 'text', setWords(id, { text: event.target.value }));
            note();
          }}
          onFocus={note}
          onBlur={() => {
            setSelection(null);
            editing.flush();
          }}
          onKeyDown={(event) => {
            if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') return;
            event.stopPropagation();
            if (event.key === 'Escape') {
              event.currentTarget.blur();
              editing.flush();
            }
          }}
        />
      </foreignObject>
    </g>
  );
}

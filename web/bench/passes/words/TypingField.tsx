import { useCallback, useEffect } from 'react';
import type { Letters } from '../../../../core/type/letters';
import { setLetters } from '../../../../core/piece/edits/letterings';
import type { Lettering } from '../../../../core/piece/schema';
import { apply, corners, type Point } from '../../../../core/shape/affine';
import { rounded } from '../../../../core/shape/rounding';
import { useAppDispatch, useAppSelector } from '../../../store';
import { useBench } from '../../benchContext';
import { looked } from '../../benchState';
import { editing } from '../../editing';
import { Hairline, lineThrough } from '../../view/Hairline';
import { useViewport } from '../../view/viewport';
import { caretAt, selectionBoxes } from './caret';
import { begun } from './adding';
import { chosenLetters, pairAt, settingAt } from './letterChoice';
import { changedWords } from './wordsEdit';

interface TypingFieldProps {
  lettering: Lettering;
  letters: Letters | null;
  field: React.RefObject<HTMLTextAreaElement | null>;
}

/** One step of kerning by hand, em; ten with Shift. */
const kernStep = 0.005;

/** A hidden field takes the keys; the caret and the selection are drawn where the letters stand. */
export function TypingField({ lettering, letters, field }: TypingFieldProps) {
  const bench = useBench();
  const { toScreen, size } = useViewport();
  const dispatch = useAppDispatch();
  const selection = useAppSelector(({ bench: state }) => state.selection);
  const { id, words } = lettering;

  // An empty lettering waits to be typed; one that has just been begun goes on being typed.
  const empty = words.text === '';
  useEffect(() => {
    const isBegun = begun.id === id;
    begun.id = null;
    if (!empty && !isBegun) return;
    field.current?.focus();
    const { length } = field.current?.value ?? '';
    field.current?.setSelectionRange(length, length);
  }, [empty, field, id]);

  const note = useCallback((): void => {
    const element = field.current;
    if (element && document.activeElement === element)
      dispatch(looked({ selection: [element.selectionStart, element.selectionEnd] }));
  }, [field, dispatch]);
  useEffect(() => {
    document.addEventListener('selectionchange', note);
    return () => document.removeEventListener('selectionchange', note);
  }, [note]);

  /**
   * Alt with `,` and `.` kerns the pair at the caret or spaces the chosen letters, with `;` and `'` sets these lower and
   * higher.
   */
  const adjust = (event: React.KeyboardEvent<HTMLTextAreaElement>): boolean => {
    const direction = { Comma: [-1, 0], Period: [1, 0], Semicolon: [0, -1], Quote: [0, 1] }[event.code];
    if (!direction || !event.altKey) return false;
    // Whatever comes of it, these keys must not lead the browser to another page.
    const now = editing.shown?.letterings.find((one) => one.id === id)?.words;
    if (!letters || !now) return true;
    // The field itself says where the caret is: what was reported may be a moment old.
    const { selectionStart, selectionEnd } = event.currentTarget;
    const chosen = chosenLetters(letters, [selectionStart, selectionEnd]);
    const pair = pairAt(letters, selectionStart);
    const ofPair = pair && direction[0] !== 0 ? [pair.left] : [];
    const places = chosen.length > 0 ? chosen : ofPair;
    if (places.length === 0) return true;
    const step = kernStep * (event.shiftKey ? 10 : 1);
    const [name, by] =
      direction[0] !== 0 ? (['space', direction[0] * step] as const) : (['rise', direction[1] * step] as const);
    const to = new Map(places.map((at) => [at, rounded(settingAt(now, at)[name] + by, 4)]));
    editing.soon(
      name === 'space' ? 'Kern by hand' : 'Shift letters off the baseline',
      `letters-${id}`,
      `${name}-${places.join()}`,
      (piece) => {
        for (const [at, value] of to) setLetters(id, [at], () => ({ [name]: value }))(piece);
      },
    );
    return true;
  };

  // While the face is still on its way the keys are taken already; only the caret waits.
  const onSheet = (point: Point): [number, number] => toScreen(apply(letters!.place, point));
  const caret = letters && selection && caretAt(letters, selection[1]);
  const frame = letters?.ink && corners(letters.ink).map(onSheet);
  const boxes = letters && selection ? selectionBoxes(letters, selection[0], selection[1]) : [];
  const pair = letters && selection && selection[0] === selection[1] ? pairAt(letters, selection[0]) : null;
  const kern = pair ? settingAt(words, pair.left).space : 0;
  return (
    <g pointerEvents="none">
      {frame && <Hairline d={lineThrough(frame, true)} dashed />}
      {boxes.map((box, i) => (
        <Hairline key={i} d={lineThrough(box.map(onSheet), true)} active />
      ))}
      {caret && <Hairline d={lineThrough([onSheet(caret.foot), onSheet(caret.head)])} active />}
      {caret && kern !== 0 && (
        <text
          x={onSheet(caret.head)[0] + 5}
          y={onSheet(caret.head)[1] - 4}
          fontSize={12}
          fontWeight={600}
          fill="#9C3B22"
          stroke="#fff"
          strokeWidth={3}
          paintOrder="stroke"
          data-testid="kern"
        >
          {kern > 0 ? '+' : '−'}
          {Math.abs(kern).toFixed(3)} em
        </text>
      )}
      <foreignObject x={0} y={0} width={size.width} height={1} opacity={0}>
        <textarea
          ref={field}
          aria-label="Words on the sheet"
          dir="auto"
          className="h-px w-px resize-none overflow-hidden"
          value={words.text}
          maxLength={5000}
          spellCheck={false}
          wrap="off"
          onChange={(event) => {
            editing.soon(
              'Type the words',
              `words-${id}`,
              'text',
              changedWords(bench, lettering, { text: event.target.value }),
            );
            note();
          }}
          onFocus={note}
          onBlur={() => editing.flush()}
          onKeyDown={(event) => {
            if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') return;
            event.stopPropagation();
            if (adjust(event)) event.preventDefault();
            if (event.key === 'Escape') {
              event.currentTarget.blur();
              dispatch(looked({ selection: null }));
              editing.flush();
            }
          }}
        />
      </foreignObject>
    </g>
  );
}

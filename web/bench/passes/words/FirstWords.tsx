import { useEffect, useRef, useState } from 'react';
import { useBench } from '../../benchContext';
import { Hairline } from '../../view/Hairline';
import { useViewport } from '../../view/viewport';
import { addWords } from './adding';

/** Height of the caret that waits, screen px. */
const caretHeight = 64;

/** A sheet without words: a caret stands in its middle, and what is typed are its first words. */
export function FirstWords() {
  const bench = useBench();
  const { toScreen, size } = useViewport();
  const field = useRef<HTMLTextAreaElement>(null);
  const [text, setText] = useState('');
  const { faces, piece } = bench;
  useEffect(() => field.current?.focus(), []);
  // The type case may still be on its way.
  useEffect(() => {
    if (text !== '' && faces.length > 0) addWords(bench, text);
  }, [text, faces]); // eslint-disable-line react-hooks/exhaustive-deps
  const [x, y] = toScreen([piece.sheet.width / 2, piece.sheet.height / 2]);
  return (
    <g pointerEvents="none">
      <Hairline d={`M${x} ${y - caretHeight / 2}V${y + caretHeight / 2}`} active />
      <text
        x={x}
        y={y + caretHeight}
        textAnchor="middle"
        fontSize={13}
        fill="#1F2328"
        stroke="#fff"
        strokeWidth={3}
        paintOrder="stroke"
      >
        Type the words, or click where they shall stand.
      </text>
      <foreignObject x={0} y={0} width={size.width} height={1} opacity={0}>
        <textarea
          ref={field}
          aria-label="First words"
          dir="auto"
          className="h-px w-px resize-none overflow-hidden"
          value={text}
          maxLength={5000}
          spellCheck={false}
          onChange={(event) => setText(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Escape') event.currentTarget.blur();
            else if (!event.ctrlKey && !event.metaKey) event.stopPropagation();
          }}
        />
      </foreignObject>
    </g>
  );
}

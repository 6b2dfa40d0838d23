import { useState } from 'react';
import type { Letters } from '../../../../core/passes/pass';
import { setWords } from '../../../../core/piece/edits/things';
import type { Lettering } from '../../../../core/piece/schema';
import { apply, type Point } from '../../../../core/shape/affine';
import { flatten } from '../../../../core/shape/path';
import { roundedPoint } from '../../../../core/shape/rounding';
import { simplify } from '../../../../core/shape/simplify';
import { smoothThrough } from '../../../../core/shape/smooth';
import { useAppDispatch } from '../../../store';
import { handed } from '../../benchState';
import { editing } from '../../editing';
import { useDrag, type DragMove } from '../../view/drag';
import { Hairline, lineThrough } from '../../view/Hairline';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';
import { toLettering } from './caret';

interface PathProps {
  lettering: Lettering;
  letters: Letters;
}

/** How far, in screen px, the kept line may lie from the drawn one. */
const drawnTolerance = 2.5;

/** The next drag draws the line that the words stand on. */
export function DrawPath({ lettering, letters }: PathProps) {
  const { size, toScreen, view } = useViewport();
  const dispatch = useAppDispatch();
  const [drawn, setDrawn] = useState<Point[]>([]);
  const drag = useDrag({
    begin: (at) => setDrawn([at]),
    move: ({ to }) => setDrawn((before) => [...before, to]),
    end: ({ to, moved }) => {
      const points = simplify([...drawn, to], drawnTolerance / view.zoom).slice(0, 500);
      setDrawn([]);
      dispatch(handed({ drawingPath: false }));
      if (!moved || points.length < 2) return;
      editing.commit('Draw the line of the words', setWords(lettering.id, { lockup: { kind: 'path', points: points.map((point) => roundedPoint(toLettering(letters, point))), offset: 0 } }));
    },
    cancel: () => setDrawn([]),
  });
  return (
    <g>
      <rect width={size.width} height={size.height} fill="transparent" className="cursor-crosshair" data-testid="draw-path" {...drag} />
      <Hairline d={lineThrough(drawn.map(toScreen))} active />
    </g>
  );
}

/** The points of a drawn line, each to be dragged. */
export function PathPoints({ lettering, letters }: PathProps) {
  const { toScreen } = useViewport();
  const { lockup } = lettering.words;
  if (lockup.kind !== 'path') return null;
  const onScreen = (point: Point): [number, number] => toScreen(apply(letters.place, letters.warp ? letters.warp.forward(point) : point));
  const line = flatten(smoothThrough(lockup.points))[0] ?? [];
  return (
    <g>
      <Hairline d={lineThrough(line.map(onScreen))} />
      {lockup.points.map((point, i) => (
        <PathPoint key={i} index={i} at={onScreen(point)} lettering={lettering} letters={letters} />
      ))}
    </g>
  );
}

function PathPoint({ index, at, lettering, letters }: PathProps & { index: number; at: Point }) {
  const { id, words } = lettering;
  const moved = ({ start, to }: DragMove<{ letters: Letters; points: [number, number][] }>) =>
    setWords(id, { lockup: { ...(words.lockup as Extract<typeof words.lockup, { kind: 'path' }>), points: start.points.map((point, i) => (i === index ? roundedPoint(toLettering(start.letters, to)) : point)) } });
  const drag = useDrag({
    begin: () => ({ letters, points: words.lockup.kind === 'path' ? words.lockup.points : [] }),
    move: (move) => editing.draft(moved(move)),
    end: (move) => move.moved && editing.commit('Move a point of the line', moved(move)),
    cancel: () => editing.cancelDraft(),
  });
  return <Ring at={at} label="Move this point of the line" drag={drag} cursor="move" />;
}

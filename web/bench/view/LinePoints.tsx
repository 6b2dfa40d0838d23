import { useState } from 'react';
import type { Letters } from '../../../core/type/letters';
import type { Edit } from '../../../core/piece/edits/edit';
import type { Point } from '../../../core/shape/affine';
import { roundedPoint } from '../../../core/shape/rounding';
import { simplify } from '../../../core/shape/simplify';
import { editing } from '../editing';
import { useDrag, type DragMove } from './drag';
import { Hairline, lineThrough } from './Hairline';
import { KeyCross, useKeyCross } from './KeyCross';
import { fromLettering, toLettering } from './plane';
import { Ring } from './Ring';
import { useViewport } from './viewport';
import { WholeSheet } from './WholeSheet';

/** How far, in screen px, a kept line may lie from the drawn one. */
const drawnTolerance = 2.5;

interface DrawLineProps {
  letters: Letters;
  /** Its ends are joined. */
  closed?: boolean;
  /** @param points in the plane of the words; null where no line was drawn */
  done(points: [number, number][] | null): void;
}

/**
 * The next drag draws a line in the plane of the words. By keyboard: arrows move a cross, Enter sets a point, with
 * Shift the last one.
 */
export function DrawLine({ letters, closed, done }: DrawLineProps) {
  const { toScreen, view } = useViewport();
  const [drawn, setDrawn] = useState<Point[]>([]);
  const finish = (points: readonly Point[]): void => {
    setDrawn([]);
    done(points.length >= (closed ? 3 : 2) ? points.map((point) => roundedPoint(toLettering(letters, point))) : null);
  };
  const drag = useDrag({
    begin: (at) => setDrawn([at]),
    move: ({ to }) => setDrawn((before) => [...before, to]),
    end: ({ to, moved }) => {
      if (moved) finish(simplify([...drawn, to], drawnTolerance / view.zoom).slice(0, 500));
      else {
        setDrawn([]);
        done(null);
      }
    },
    cancel: () => setDrawn([]),
  });
  const cross = useKeyCross({
    enter: (at, shift) => {
      if (!shift) return setDrawn((before) => [...before, at]);
      finish([...drawn, at]);
    },
  });
  return (
    <g>
      <WholeSheet data-testid="draw-path" {...drag} />
      {cross && <KeyCross at={cross} />}
      <Hairline d={lineThrough(drawn.map(toScreen), closed)} active />
    </g>
  );
}

interface LinePointsProps {
  letters: Letters;
  /** In the plane of the words. */
  points: [number, number][];
  /** The line as it runs through them, in the same plane. */
  line: readonly Point[];
  closed?: boolean;
  /** What the line is called, such as `the line`. */
  name: string;
  edit(points: [number, number][]): Edit;
}

/** The points of a line in the plane of the words, each to be dragged. */
export function LinePoints({ line, closed, ...props }: LinePointsProps) {
  const { toScreen } = useViewport();
  const onScreen = (point: Point): [number, number] => toScreen(fromLettering(props.letters, point));
  return (
    <g>
      <Hairline d={lineThrough(line.map(onScreen), closed)} />
      {props.points.map((point, i) => (
        <LinePoint key={i} index={i} at={onScreen(point)} {...props} />
      ))}
    </g>
  );
}

function LinePoint({
  index,
  at,
  letters,
  points,
  name,
  edit,
}: Omit<LinePointsProps, 'line'> & { index: number; at: Point }) {
  type Start = { letters: Letters; points: [number, number][] };
  const moved = ({ start, to }: DragMove<Start>): Edit =>
    edit(start.points.map((point, i) => (i === index ? roundedPoint(toLettering(start.letters, to)) : point)));
  const drag = useDrag<Start>({
    begin: () => ({ letters, points }),
    move: (move) => editing.draft(moved(move)),
    end: (move) => move.moved && editing.commit(`Move a point of ${name}`, moved(move)),
    cancel: () => editing.cancelDraft(),
  });
  return <Ring at={at} label={`Move this point of ${name}`} drag={drag} cursor="move" />;
}

import { useState } from 'react';
import { mostMarks, type Mark, type MarkKind } from '../../../../core/passes/chalk/schema';
import { addMark, changeMark } from '../../../../core/piece/edits/chalk';
import { freeId } from '../../../../core/piece/edits/items';
import type { Point } from '../../../../core/shape/affine';
import { roundedPoint } from '../../../../core/shape/rounding';
import { store } from '../../../store';
import { useBench } from '../../benchContext';
import { looked } from '../../benchState';
import { editing } from '../../editing';
import { useDrag } from '../../view/drag';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';
import { WholeSheet } from '../../view/WholeSheet';
import { ChalkMark, type ChalkShape } from './ChalkMark';
import { plateUnder } from './cutCircle';
import { chalkHand } from './hand';
import { shownLabels } from './labels';
import { kindNames, nameOfMark } from './names';

/** The plan over the picture, on every line; with the chalk in the hand more is drawn, and what is there is moved. */
export function ChalkOnSheet() {
  const { piece, mayChange } = useBench();
  const { tool, hidden, mark: chosen } = chalkHand.use('tool', 'hidden', 'mark');
  const { toScreen } = useViewport();
  if (hidden) return null;
  const labels = shownLabels(piece.chalk, toScreen);
  const isHeld = tool !== null && mayChange;
  return (
    <g data-testid="chalk" pointerEvents={isHeld ? undefined : 'none'}>
      {isHeld && <Drawing tool={tool} />}
      {piece.chalk.map((mark) => (
        <ChalkMark
          key={mark.id}
          mark={mark}
          active={mark.id === chosen}
          label={mark.id === chosen ? mark.text : labels.get(mark.id)}
        />
      ))}
      {isHeld && piece.chalk.map((mark) => <MarkRings key={mark.id} mark={mark} />)}
    </g>
  );
}

const needed: Record<MarkKind, number> = { circle: 2, arrow: 2, line: 2, note: 1, keep: 1 };

/** A mark as far as it is drawn: from where the pointer went down to where it is. */
function shapeOf(tool: MarkKind, points: readonly Point[]): ChalkShape {
  const [from, to] = [points[0], points.at(-1)!];
  const radius = Math.max(4, Math.round(Math.hypot(to[0] - from[0], to[1] - from[1])));
  if (tool === 'keep') return { kind: tool, points: [from], radius, text: '', done: false };
  const own = tool === 'line' ? points : [from, to].slice(0, needed[tool]);
  return {
    kind: tool,
    points: own.map((point) => roundedPoint(point) as [number, number]),
    radius,
    text: '',
    done: false,
  };
}

/** Smaller than this a drag is a slip of the hand, sheet px. */
const smallest = 6;

/** The next mark. */
function Drawing({ tool }: { tool: MarkKind }) {
  const { piece, line } = useBench();
  const [drawn, setDrawn] = useState<Point[]>([]);
  const { view } = useViewport();
  const keep = (points: readonly Point[]): void => {
    setDrawn([]);
    const { points: drawnPoints, radius } = shapeOf(tool, points);
    const [from, to] = [points[0], points.at(-1)!];
    const far = Math.hypot(to[0] - from[0], to[1] - from[1]) * view.zoom;
    // A click makes a mark of a usual size, so that it can be made by keyboard too.
    const usual = Math.max(20, Math.round(Math.min(piece.sheet.width, piece.sheet.height) * 0.08));
    const made =
      far < smallest
        ? byClick(tool, from, usual)
        : { kind: tool, points: drawnPoints.map(([x, y]): [number, number] => [x, y]), radius };
    if (piece.chalk.length >= mostMarks) {
      store.dispatch(looked({ problem: `A plan has at most ${mostMarks} marks. Wipe off what is done.` }));
      return;
    }
    const plate = plateUnder(piece)?.id ?? null;
    const id = freeId(piece, 'mark');
    if (editing.commit(`Chalk: ${kindNames[tool].toLowerCase()}`, addMark({ ...made, line, plate })))
      chalkHand.set({ mark: id });
  };
  const drag = useDrag({
    begin: () => undefined,
    move: ({ from, to }) =>
      setDrawn((points) => (tool === 'line' ? [...(points.length > 0 ? points : [from]), to] : [from, to])),
    end: ({ from, to, moved }) => keep(tool === 'line' && drawn.length > 1 ? drawn : [from, moved ? to : from]),
    cancel: () => setDrawn([]),
  });
  return (
    <>
      <WholeSheet data-testid={`chalk-${tool}`} {...drag} />
      {drawn.length > 1 && <ChalkMark mark={shapeOf(tool, drawn)} active />}
    </>
  );
}

function byClick(
  tool: MarkKind,
  [x, y]: Point,
  size: number,
): Pick<Mark, 'kind' | 'radius'> & { points: [number, number][] } {
  const at = (dx: number, dy: number): [number, number] => [Math.round(x + dx), Math.round(y + dy)];
  const points: Record<MarkKind, [number, number][]> = {
    circle: [at(-size, -size), at(size, size)],
    arrow: [at(-size, -size), at(0, 0)],
    line: [at(-size, 0), at(size, 0)],
    note: [at(0, 0)],
    keep: [at(0, 0)],
  };
  return { kind: tool, points: points[tool], radius: size };
}

/** Rings that move a mark: its ends, or the whole of it. */
function MarkRings({ mark }: { mark: Mark }) {
  const ends = mark.kind === 'line' ? [0] : mark.points.map((_, i) => i);
  return ends.map((end) => <MarkRing key={end} mark={mark} end={end} />);
}

function MarkRing({ mark, end }: { mark: Mark; end: number }) {
  const { toScreen } = useViewport();
  const moved = (start: Mark, from: Point, to: Point): [number, number][] => {
    const by: Point = [to[0] - from[0], to[1] - from[1]];
    return start.points.map((point, i) =>
      start.kind === 'line' || i === end
        ? (roundedPoint([point[0] + by[0], point[1] + by[1]]) as [number, number])
        : point,
    );
  };
  const drag = useDrag<Mark>({
    begin: () => {
      chalkHand.set({ mark: mark.id });
      return mark;
    },
    move: ({ start, from, to }) => editing.draft(changeMark(mark.id, { points: moved(start, from, to) })),
    end: ({ start, from, to, moved: hasMoved }) => {
      if (hasMoved) editing.commit('Move a mark', changeMark(mark.id, { points: moved(start, from, to) }));
      else editing.cancelDraft();
    },
    cancel: () => editing.cancelDraft(),
  });
  return (
    <Ring
      at={toScreen(mark.points[end])}
      label={`${nameOfMark(mark)}: ${mark.points.length > 1 && mark.kind !== 'line' ? `end ${end + 1}` : 'place'}`}
      drag={drag}
      cursor="move"
    />
  );
}

import { stanceHand } from './hand';
import type { Edit } from '../../../../core/piece/edits/edit';
import { setStance } from '../../../../core/piece/edits/steady';
import { useState } from 'react';
import type { Letters } from '../../../../core/type/letters';
import { standingBox } from '../../../../core/type/standing';
import type { Stance } from '../../../../core/passes/stance/schema';
import { boxGuides, sheetGuides, snapBox, type GuideLine } from '../../../../core/passes/stance/snap';
import { nameOf } from '../../../../core/piece/names';
import type { Lettering } from '../../../../core/piece/schema';
import type { Region } from '../../../../core/pixels/region';
import { apply, corners, inverse, type Point } from '../../../../core/shape/affine';
import { roundedPoint } from '../../../../core/shape/rounding';
import { useAppDispatch } from '../../../store';
import { useBench, type Bench } from '../../benchContext';
import { looked } from '../../benchState';
import { editing } from '../../editing';
import { useNudge } from '../../keys/useNudge';
import { useDrag, type DragMove } from '../../view/drag';
import { Hairline, lineThrough } from '../../view/Hairline';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';
import { CornerHandles } from './CornerHandles';
import { Distances, GuideMark, Guides, Rulers } from './Guides';
import { ScaleRing } from './ScaleRing';
import { TurnArc } from './TurnArc';
import { DrawSlope, Slopes } from './SlopeHandles';

/** How near, in screen px, a lettering must come to a guide line to be brought to it. */
const snapReach = 6;

export function Handles() {
  const { lettering, letters, mayChange } = useBench();
  const { stanceTool, rulers } = stanceHand.use('stanceTool', 'rulers');
  const ready = lettering && letters?.ink && mayChange;
  return (
    <g>
      <ChooseLettering />
      <Guides />
      <Slopes />
      {ready && stanceTool !== 'corners' && (
        <StanceHandles key={lettering.id} lettering={lettering} letters={letters} ink={letters.ink!} />
      )}
      {ready && stanceTool === 'corners' && (
        <CornerHandles key={lettering.id} lettering={lettering} letters={letters} />
      )}
      {ready && stanceTool === 'corners' && <Nudge lettering={lettering} />}
      {mayChange && stanceTool === 'slope' && <DrawSlope />}
      {rulers && <Rulers />}
    </g>
  );
}

/** A click on other words chooses them. */
function ChooseLettering() {
  const bench = useBench();
  const dispatch = useAppDispatch();
  const { size, toSheet } = useViewport();
  const choose = (event: React.PointerEvent): void => {
    const [x, y] = toSheet(event);
    const hit = bench.piece.letterings.findLast((one) => {
      const laidOut = bench.lettersOf(one);
      const box = laidOut && standingBox(laidOut);
      return box && x >= box.x && y >= box.y && x <= box.x + box.width && y <= box.y + box.height;
    });
    if (hit) dispatch(looked({ lettering: hit.id }));
  };
  return <rect width={size.width} height={size.height} fill="transparent" onPointerDown={choose} />;
}

function Nudge({ lettering: { id, stance } }: { lettering: Lettering }) {
  useNudge((dx, dy) =>
    editing.soon('Move the words', `stance-${id}`, 'place', setStance(id, { x: stance.x + dx, y: stance.y + dy })),
  );
  return null;
}

/** Everything that a lettering can be brought to. */
function guideLines({ piece, lettersOf }: Bench, id: string): GuideLine[] {
  const others = piece.letterings.flatMap((other) => {
    const letters = other.id === id ? null : lettersOf(other);
    const box = letters && standingBox(letters);
    return box ? boxGuides(box, nameOf(other)) : [];
  });
  return [...piece.guides.map(({ axis, at }) => ({ axis, at, name: 'guide' })), ...sheetGuides(piece.sheet), ...others];
}

function StanceHandles({ lettering, letters, ink }: { lettering: Lettering; letters: Letters; ink: Region }) {
  const bench = useBench();
  const { id, stance } = lettering;
  const { stanceTool } = stanceHand.use('stanceTool');
  const { toScreen, view } = useViewport();
  const [reached, setReached] = useState<GuideLine[] | null>(null);
  const points = corners(ink).map((corner) => apply(letters.place, corner));
  const set = (next: Partial<Stance>) => setStance(id, next);

  const moved = ({
    start,
    from,
    to,
    shift,
    alt,
  }: DragMove<{ stance: Stance; box: Region; lines: GuideLine[] }>): { next: Partial<Stance>; guides: GuideLine[] } => {
    let [dx, dy] = [Math.round(to[0] - from[0]), Math.round(to[1] - from[1])];
    if (shift) [dx, dy] = Math.abs(dx) > Math.abs(dy) ? [dx, 0] : [0, dy];
    const there = { ...start.box, x: start.box.x + dx, y: start.box.y + dy };
    const snap = alt ? { dx: 0, dy: 0, guides: [] } : snapBox(there, start.lines, snapReach / view.zoom);
    return { next: { x: start.stance.x + dx + snap.dx, y: start.stance.y + dy + snap.dy }, guides: snap.guides };
  };
  const drag = useDrag({
    begin: () => ({ stance, box: standingBox(letters)!, lines: guideLines(bench, id) }),
    move: (move) => {
      const { next, guides } = moved(move);
      setReached(guides);
      editing.draft(set(next));
    },
    end: (move) => {
      setReached(null);
      if (move.moved) editing.commit('Move the words', set(moved(move).next));
    },
    cancel: () => {
      setReached(null);
      editing.cancelDraft();
    },
  });

  const middle = middleOf(points[0], points[2]);
  const pivot: Point = stance.pivot ? apply(letters.place, stance.pivot) : middle;
  const sides = [1, 3, 0, 2].map((side) => middleOf(points[side], points[(side + 1) % 4]));
  const box = standingBox(letters)!;
  return (
    <g>
      <Nudge lettering={lettering} />
      <Distances box={box} moving={reached !== null} />
      {reached?.map((guide) => (
        <GuideMark key={guide.axis} guide={guide} />
      ))}
      <path
        d={lineThrough(points.map(toScreen), true)}
        fill="transparent"
        className="cursor-move"
        data-testid="words-box"
        {...drag}
      />
      <Hairline d={cropMarks(points.map(toScreen))} />
      <TurnArc id={id} sides={sides} pivot={pivot} stance={stance} set={set} />
      {points.map((corner, i) => (
        <ScaleRing key={i} corner={corner} opposite={points[(i + 2) % 4]} stance={stance} set={set} />
      ))}
      {(stanceTool === 'pivot' || stance.pivot) && <PivotRing at={pivot} letters={letters} set={set} />}
    </g>
  );
}

/** Marks at the corners, as a printer sets them where paper is cut: they run on outwards along both sides. */
function cropMarks(points: readonly Point[]): string {
  const [near, far] = [9, 22];
  return points
    .map(([x, y], i) =>
      [points[(i + 1) % 4], points[(i + 3) % 4]]
        .map(([ox, oy]) => {
          const length = Math.hypot(x - ox, y - oy) || 1;
          const [dx, dy] = [(x - ox) / length, (y - oy) / length];
          return lineThrough([
            [x + dx * near, y + dy * near],
            [x + dx * far, y + dy * far],
          ]);
        })
        .join(''),
    )
    .join('');
}

/** The point that turning leaves where it is. */
function PivotRing({ at, letters, set }: { at: Point; letters: Letters; set(next: Partial<Stance>): Edit }) {
  const { toScreen } = useViewport();
  const there = ({ start, to }: DragMove<Letters>): Edit =>
    set({ pivot: roundedPoint(apply(inverse(start.place), to)) });
  const drag = useDrag({
    begin: () => letters,
    move: (move) => editing.draft(there(move)),
    end: (move) => move.moved && editing.commit('Set the turning point', there(move)),
    cancel: () => editing.cancelDraft(),
  });
  return <Ring at={toScreen(at)} label="The point that the words turn about" drag={drag} active cursor="move" />;
}

const middleOf = (a: Point, b: Point): [number, number] => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];

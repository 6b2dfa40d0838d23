import { useState } from 'react';
import { standingBox } from '../../../../core/passes/stance/gauge';
import type { Stance } from '../../../../core/passes/stance/schema';
import { sheetGuides, snapBox, type GuideLine } from '../../../../core/passes/stance/snap';
import type { Letters } from '../../../../core/passes/pass';
import { setStance } from '../../../../core/piece/edits/things';
import type { Lettering } from '../../../../core/piece/schema';
import { apply, corners, type Point } from '../../../../core/shape/affine';
import { useAppDispatch } from '../../../store';
import { useBench } from '../../benchContext';
import { looked } from '../../benchState';
import { editing } from '../../editing';
import { useNudge } from '../../nudge';
import { useDrag, type DragMove } from '../../view/drag';
import { Hairline, lineThrough } from '../../view/Hairline';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';

/** How near, in screen px, a lettering must come to a guide line to be brought to it. */
const snapReach = 6;

export function Handles() {
  const { lettering, letters, mayChange } = useBench();
  return (
    <g>
      <ChooseLettering />
      {lettering && letters?.ink && mayChange && <StanceHandles key={lettering.id} lettering={lettering} letters={letters} ink={letters.ink} />}
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
    const hit = [...bench.piece.letterings].reverse().find((one) => {
      const laidOut = bench.lettersOf(one);
      const box = laidOut && standingBox(laidOut);
      return box && x >= box.x && y >= box.y && x <= box.x + box.width && y <= box.y + box.height;
    });
    if (hit) dispatch(looked({ lettering: hit.id }));
  };
  return <rect width={size.width} height={size.height} fill="transparent" onPointerDown={choose} />;
}

function StanceHandles({ lettering, letters, ink }: { lettering: Lettering; letters: Letters; ink: NonNullable<Letters['ink']> }) {
  const { id, stance } = lettering;
  const { toScreen, view, size } = useViewport();
  const { piece } = useBench();
  const [guides, setGuides] = useState<GuideLine[]>([]);
  const points = corners(ink).map((corner) => apply(letters.place, corner));
  const set = (next: Partial<Stance>) => setStance(id, next);

  const moved = ({ start, from, to, shift, alt }: DragMove<{ stance: Stance; box: NonNullable<ReturnType<typeof standingBox>> }>): { next: Partial<Stance>; guides: GuideLine[] } => {
    let [dx, dy] = [Math.round(to[0] - from[0]), Math.round(to[1] - from[1])];
    if (shift) [dx, dy] = Math.abs(dx) > Math.abs(dy) ? [dx, 0] : [0, dy];
    const there = { ...start.box, x: start.box.x + dx, y: start.box.y + dy };
    const snap = alt ? { dx: 0, dy: 0, guides: [] } : snapBox(there, sheetGuides(piece.sheet), snapReach / view.zoom);
    return { next: { x: start.stance.x + dx + snap.dx, y: start.stance.y + dy + snap.dy }, guides: snap.guides };
  };
  const drag = useDrag({
    begin: () => ({ stance, box: standingBox(letters)! }),
    move: (move) => {
      const { next, guides: reached } = moved(move);
      setGuides(reached);
      editing.draft(set(next));
    },
    end: (move) => {
      setGuides([]);
      if (move.moved) editing.commit('Move the words', set(moved(move).next));
    },
    cancel: () => editing.cancelDraft(),
  });
  useNudge((dx, dy) => editing.soon('Move the words', `stance-${id}`, 'place', set({ x: stance.x + dx, y: stance.y + dy })));

  const top = middleOf(points[0], points[1]);
  const middle = middleOf(points[0], points[2]);
  const [screenTop, screenMiddle] = [toScreen(top), toScreen(middle)];
  const reach = Math.hypot(screenTop[0] - screenMiddle[0], screenTop[1] - screenMiddle[1]) || 1;
  const turnRing: Point = [screenTop[0] + ((screenTop[0] - screenMiddle[0]) / reach) * 26, screenTop[1] + ((screenTop[1] - screenMiddle[1]) / reach) * 26];
  return (
    <g>
      {guides.map((guide) => (
        <GuideMark key={guide.axis} guide={guide} size={size} />
      ))}
      <path d={lineThrough(points.map(toScreen), true)} fill="transparent" className="cursor-move" data-testid="words-box" {...drag} />
      <Hairline d={lineThrough(points.map(toScreen), true)} />
      <Hairline d={lineThrough([screenTop, turnRing])} />
      <TurnRing at={turnRing} middle={middle} stance={stance} set={set} />
      {points.map((corner, i) => (
        <ScaleRing key={i} corner={corner} opposite={points[(i + 2) % 4]} stance={stance} set={set} />
      ))}
    </g>
  );
}

const middleOf = (a: Point, b: Point): [number, number] => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];

function GuideMark({ guide, size }: { guide: GuideLine; size: { width: number; height: number } }) {
  const { toScreen } = useViewport();
  const at = toScreen([guide.at, guide.at])[guide.axis === 'x' ? 0 : 1];
  const line: Point[] = guide.axis === 'x' ? [[at, 0], [at, size.height]] : [[0, at], [size.width, at]];
  const [x, y] = guide.axis === 'x' ? [at + 6, 16] : [6, at - 6];
  return (
    <g data-testid="guide-line">
      <Hairline d={lineThrough(line)} active />
      <text x={x} y={y} fontSize={12} fill="#9C3B22" stroke="#fff" strokeWidth={3} paintOrder="stroke">
        {guide.name}
      </text>
    </g>
  );
}

interface RingProps {
  stance: Stance;
  set(next: Partial<Stance>): ReturnType<typeof setStance>;
}

/** Turns about the middle of the ink; with Shift in steps of 15 degrees. */
function TurnRing({ at, middle, stance, set }: RingProps & { at: Point; middle: Point }) {
  const turned = ({ start, from, to, shift }: DragMove<{ stance: Stance; middle: Point }>): Partial<Stance> => {
    const [cx, cy] = start.middle;
    const turn = Math.atan2(to[1] - cy, to[0] - cx) - Math.atan2(from[1] - cy, from[0] - cx);
    let degrees = start.stance.rotation + (turn * 180) / Math.PI;
    degrees = shift ? Math.round(degrees / 15) * 15 : Math.round(degrees * 10) / 10;
    degrees = ((((degrees + 180) % 360) + 360) % 360) - 180;
    const angle = ((degrees - start.stance.rotation) * Math.PI) / 180;
    const [dx, dy] = [start.stance.x - cx, start.stance.y - cy];
    return { rotation: degrees, x: cx + dx * Math.cos(angle) - dy * Math.sin(angle), y: cy + dx * Math.sin(angle) + dy * Math.cos(angle) };
  };
  const drag = useDrag({
    begin: () => ({ stance, middle }),
    move: (move) => editing.draft(set(turned(move))),
    end: (move) => move.moved && editing.commit('Turn the words', set(turned(move))),
    cancel: () => editing.cancelDraft(),
  });
  return <Ring at={at} label="Turn the words; Shift: in steps of 15°" drag={drag} cursor="grab" />;
}

/** Scales so that the opposite corner stays where it is. */
function ScaleRing({ corner, opposite, stance, set }: RingProps & { corner: Point; opposite: Point }) {
  const { toScreen } = useViewport();
  const scaled = ({ start, to }: DragMove<{ stance: Stance; corner: Point; opposite: Point }>): Partial<Stance> => {
    const [dx, dy] = [start.corner[0] - start.opposite[0], start.corner[1] - start.opposite[1]];
    const part = Math.max(0.02, ((to[0] - start.opposite[0]) * dx + (to[1] - start.opposite[1]) * dy) / (dx * dx + dy * dy));
    const scale = Math.min(100, Math.max(0.01, start.stance.scale * part));
    const factor = scale / start.stance.scale;
    const [ox, oy] = start.opposite;
    return { scale, x: ox + (start.stance.x - ox) * factor, y: oy + (start.stance.y - oy) * factor };
  };
  const drag = useDrag({
    begin: () => ({ stance, corner, opposite }),
    move: (move) => editing.draft(set(scaled(move))),
    end: (move) => move.moved && editing.commit('Scale the words', set(scaled(move))),
    cancel: () => editing.cancelDraft(),
  });
  return <Ring at={toScreen(corner)} label="Scale the words" drag={drag} />;
}

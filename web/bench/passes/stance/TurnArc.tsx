import type { KeyboardEvent } from 'react';
import type { Stance } from '../../../../core/passes/stance/schema';
import { turnedAbout } from '../../../../core/passes/stance/turning';
import type { Edit } from '../../../../core/piece/edits/edit';
import type { Point } from '../../../../core/shape/affine';
import { editing } from '../../editing';
import { useDrag, type DragMove } from '../../view/drag';
import { Hairline } from '../../view/Hairline';
import { useViewport } from '../../view/viewport';
import { SheetText } from './Guides';

/** How far off the words the arc runs, and how far it reaches along their edge at most to each side, screen px. */
const off = 34;
const longest = 46;
/** How near the arc's middle may come to the border of the mat, screen px. */
const border = 24;

const tenths = (degrees: number): number => Math.round(degrees * 10) / 10;

interface TurnArcProps {
  id: string;
  /** Middles of the words' four sides, the right one first; sheet px. */
  sides: readonly Point[];
  pivot: Point;
  stance: Stance;
  set(next: Partial<Stance>): Edit;
}

/** An arc along the edge of the words: dragged along itself it turns them about the pivot; Shift: in steps of 15°. */
export function TurnArc({ id, sides, pivot, stance, set }: TurnArcProps) {
  const { toScreen, size } = useViewport();
  const turned = ({ start, from, to, shift }: DragMove<{ stance: Stance; pivot: Point }>): Partial<Stance> => {
    const [cx, cy] = start.pivot;
    const turn = Math.atan2(to[1] - cy, to[0] - cx) - Math.atan2(from[1] - cy, from[0] - cx);
    const degrees = start.stance.rotation + (turn * 180) / Math.PI;
    return turnedAbout(start.stance, shift ? Math.round(degrees / 15) * 15 : tenths(degrees), start.pivot);
  };
  const drag = useDrag({
    begin: () => ({ stance, pivot }),
    move: (move) => editing.draft(set(turned(move))),
    end: (move) => move.moved && editing.commit('Turn the words', set(turned(move))),
    cancel: () => editing.cancelDraft(),
  });
  const [cx, cy] = toScreen(pivot);
  const arcAt = (side: Point): { angle: number; radius: number; at: [number, number] } => {
    const [x, y] = toScreen(side);
    const angle = Math.atan2(y - cy, x - cx);
    const radius = Math.hypot(x - cx, y - cy) + off;
    return { angle, radius, at: [cx + Math.cos(angle) * radius, cy + Math.sin(angle) * radius] };
  };
  const arcs = sides.map(arcAt);
  const isSeen = ({ at: [x, y] }: { at: [number, number] }): boolean =>
    x > border && y > border && x < size.width - border && y < size.height - border;
  // Beside the right edge, or where the mat has room for it.
  const { angle, radius } = arcs.find(isSeen) ?? arcs[0];
  const half = Math.min(longest / radius, 0.6);
  const point = (turn: number, more = 0): string => {
    const [x, y] = [Math.cos(angle + turn) * (radius + more), Math.sin(angle + turn) * (radius + more)];
    return `${(cx + x).toFixed(1)} ${(cy + y).toFixed(1)}`;
  };
  const arc = `M${point(-half)}A${radius} ${radius} 0 0 1 ${point(half)}`;
  const tick = Math.min(7 / radius, half / 3);
  const ends = [-1, 1].map((side) =>
    [-5, 5].map((more) => `M${point(side * half)}L${point(side * (half - tick), more)}`).join(''),
  );
  // Beyond the arc's upper end, where it runs off neither the mat nor the words.
  const upper = Math.sin(angle - half) < Math.sin(angle + half) ? -1 : 1;
  const [lx, ly] = [cx + Math.cos(angle + upper * half) * radius, cy + Math.sin(angle + upper * half) * radius - 8];
  const press = (event: KeyboardEvent<SVGGElement>): void => {
    const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
    if (!by || event.ctrlKey || event.metaKey || event.altKey) return drag.onKeyDown(event);
    event.preventDefault();
    const degrees = tenths(stance.rotation + by * (event.shiftKey ? 1 : 0.1));
    editing.soon('Turn the words', `stance-${id}`, 'turn', set(turnedAbout(stance, degrees, pivot)));
  };
  return (
    <g
      className="ring-handle cursor-grab"
      role="slider"
      tabIndex={0}
      aria-label="Turn the words; Shift: in steps of 15°"
      aria-valuenow={stance.rotation}
      aria-valuetext={`${stance.rotation.toFixed(1)} degrees`}
      {...drag}
      onKeyDown={press}
    >
      <title>Turn the words; Shift: in steps of 15°</title>
      <path d={arc} fill="none" stroke="transparent" strokeWidth={26} />
      <path d={arc} fill="none" stroke="none" className="ring-focus" />
      <Hairline d={`${arc}${ends.join('')}`} />
      <SheetText at={[Math.min(Math.max(lx, border), size.width - border), Math.max(ly, 14)]} anchor="middle">
        {`${stance.rotation.toFixed(1)}°`}
      </SheetText>
    </g>
  );
}

import { useState, type PointerEvent } from 'react';
import type { PullStroke } from '../../../../core/passes/drape/schema';
import type { Lettering } from '../../../../core/piece/schema';
import type { Point } from '../../../../core/shape/affine';
import { roundedPoint } from '../../../../core/shape/rounding';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { useDrag } from '../../view/drag';
import { Hairline, lineThrough } from '../../view/Hairline';
import { useViewport } from '../../view/viewport';
import { pullEdit, strokeEdit } from './edits';
import { drapeHand } from './hand';
import { WholeSheet } from '../../view/WholeSheet';

export function Handles() {
  const { lettering, mayChange } = useBench();
  const { pullTool } = drapeHand.use('pullTool');
  if (!mayChange || !lettering || pullTool === 'none') return null;
  return pullTool === 'fence' ? (
    <DrawingFence lettering={lettering} />
  ) : (
    <Pulling lettering={lettering} kind={pullTool} />
  );
}

/** Points nearer than this part of the brush to the last one tell nothing. */
const closest = 0.05;

/** Strokes of the brush: seen as they are drawn, kept one by one. */
function Pulling({ lettering, kind }: { lettering: Lettering; kind: PullStroke['kind'] }) {
  const { toScreen, toSheet } = useViewport();
  const { radius, softness, strength } = drapeHand.use('radius', 'softness', 'strength');
  const [at, setAt] = useState<Point | null>(null);
  const place = (point: Point): Point => roundedPoint(point, 1) as Point;
  const strokeOf = (points: Point[]): PullStroke => ({
    kind,
    points: points as [number, number][],
    radius,
    softness,
    strength,
  });
  const drag = useDrag<{ lettering: Lettering; points: Point[] }>({
    begin: (from) => ({ lettering, points: [place(from)] }),
    move({ start, to }) {
      const last = start.points[start.points.length - 1];
      if (Math.hypot(to[0] - last[0], to[1] - last[1]) < radius * closest || start.points.length >= 2000) return;
      start.points.push(place(to));
      editing.draft(strokeEdit(start.lettering, strokeOf([...start.points])));
    },
    end({ start }) {
      const isTouch = start.points.length === 1;
      if (isTouch && kind === 'pull') return editing.cancelDraft();
      editing.commit(names[kind], strokeEdit(start.lettering, strokeOf(start.points)));
    },
    cancel: () => editing.cancelDraft(),
  });
  const follow = (event: PointerEvent): void => setAt(toSheet(event));
  const rim = at && toScreen([at[0] + radius, at[1]])[0] - toScreen(at)[0];
  return (
    <g onPointerMove={follow} onPointerLeave={() => setAt(null)}>
      <WholeSheet data-testid="pull-brush" {...drag} />
      {at && rim && (
        <g pointerEvents="none">
          <circle cx={toScreen(at)[0]} cy={toScreen(at)[1]} r={rim} fill="none" stroke="#fff" strokeWidth={2.5} />
          <circle cx={toScreen(at)[0]} cy={toScreen(at)[1]} r={rim} fill="none" stroke="#1F2328" strokeWidth={1} />
        </g>
      )}
    </g>
  );
}

const names: Record<PullStroke['kind'], string> = {
  pull: 'Pull the letters',
  swell: 'Swell the letters',
  pinch: 'Pinch the letters',
  swirl: 'Swirl the letters',
  calm: 'Calm the letters',
};

/** A line all around a region, that strokes keep inside or outside of. */
function DrawingFence({ lettering }: { lettering: Lettering }) {
  const { toScreen } = useViewport();
  const [points, setPoints] = useState<Point[]>([]);
  const fence = lettering.drape.pull?.fence;
  const drag = useDrag<Point[]>({
    begin: (from) => [from],
    move({ start, to }) {
      if (start.length < 2000) start.push(roundedPoint(to, 1) as Point);
      setPoints([...start]);
    },
    end({ start }) {
      setPoints([]);
      if (start.length < 3) return;
      const keeps = fence?.keeps ?? 'inside';
      editing.commit(
        'Draw a line that strokes keep to',
        pullEdit(lettering)({ fence: { points: start as [number, number][], keeps } }),
      );
      drapeHand.set({ pullTool: 'pull' });
    },
    cancel: () => setPoints([]),
  });
  const shown = points.length > 1 ? points : (fence?.points ?? []);
  return (
    <g>
      <WholeSheet data-testid="pull-fence" {...drag} />
      {shown.length > 1 && (
        <g pointerEvents="none">
          <Hairline d={`${lineThrough(shown.map(toScreen))}Z`} active />
        </g>
      )}
    </g>
  );
}

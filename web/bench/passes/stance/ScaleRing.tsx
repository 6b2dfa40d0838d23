import type { Stance } from '../../../../core/passes/stance/schema';
import type { Edit } from '../../../../core/piece/edits/edit';
import type { Point } from '../../../../core/shape/affine';
import { editing } from '../../editing';
import { useDrag, type DragMove } from '../../view/drag';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';

interface RingProps {
  stance: Stance;
  set(next: Partial<Stance>): Edit;
}

/** Scales so that the opposite corner stays where it is. */
export function ScaleRing({ corner, opposite, stance, set }: RingProps & { corner: Point; opposite: Point }) {
  const { toScreen } = useViewport();
  const scaled = ({ start, to }: DragMove<{ stance: Stance; corner: Point; opposite: Point }>): Partial<Stance> => {
    const [dx, dy] = [start.corner[0] - start.opposite[0], start.corner[1] - start.opposite[1]];
    const part = Math.max(
      0.02,
      ((to[0] - start.opposite[0]) * dx + (to[1] - start.opposite[1]) * dy) / (dx * dx + dy * dy),
    );
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

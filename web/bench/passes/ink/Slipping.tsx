import type { Coat } from '../../../../core/coats/schema';
import { slippedCoat } from '../../../../core/passes/ink/ghost';
import { setCoat } from '../../../../core/piece/edits/ink';
import type { Lettering } from '../../../../core/piece/schema';
import { inverse, type Point } from '../../../../core/shape/affine';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { useNudge } from '../../nudge';
import { useDrag, type DragMove } from '../../view/drag';
import { useViewport } from '../../view/viewport';

/** Sliding the nearest picture inside the letters: by dragging, or with the arrow keys. */
export function Slipping({ lettering: { id, ink } }: { lettering: Lettering }) {
  const { letters } = useBench();
  const { size } = useViewport();
  const index = slippedCoat(ink);
  const coat = ink.coats[index];
  /** The change of a coat that was slipped by so many sheet px. */
  const slipped = (start: Coat, [dx, dy]: Point): Partial<Coat> | null => {
    if (start.kind === 'plate') return { x: Math.round(start.x + dx), y: Math.round(start.y + dy) };
    if (start.kind !== 'picture' || !letters?.ink) return null;
    // Into the lettering plane, and there into fractions of the box that the picture is laid out in.
    const { a, b, c, d } = inverse(letters.place);
    const box = start.span === 'line' ? (letters.lines.find((line) => line.ink)?.ink ?? letters.ink) : start.span === 'letter' ? (letters.letters.find(({ bounds }) => bounds)?.bounds ?? letters.ink) : letters.ink;
    const part = (value: number): number => Math.round(value * 1e5) / 1e5;
    return { x: part(start.x + (a * dx + c * dy) / box.width), y: part(start.y + (b * dx + d * dy) / box.height) };
  };
  const edit = (start: Coat, by: Point) => setCoat(id, index, slipped(start, by) ?? {});
  const way = ({ from, to, shift }: DragMove<Coat>): Point => {
    const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
    return shift ? (Math.abs(dx) > Math.abs(dy) ? [dx, 0] : [0, dy]) : [dx, dy];
  };
  const drag = useDrag<Coat>({
    begin: () => coat,
    move: (move) => editing.draft(edit(move.start, way(move))),
    end: (move) => move.moved && editing.commit('Slip the picture', edit(move.start, way(move))),
    cancel: () => editing.cancelDraft(),
  });
  useNudge((dx, dy) => coat && editing.soon('Slip the picture', `slip-${id}-${index}`, 'place', edit(coat, [dx, dy])));
  return coat ? <rect width={size.width} height={size.height} fill="transparent" className="cursor-move" data-testid="slip-ground" {...drag} /> : null;
}

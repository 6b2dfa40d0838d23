import { inkHand } from './hand';
import { coveringSlip, coveringSlipOf, grownToCover } from '../../../../core/coats/covering';
import { pictureBox } from '../../../../core/coats/laidPictures';
import type { Coat, PictureCoat } from '../../../../core/coats/schema';
import { seenCoats, slippedCoat } from '../../../../core/passes/ink/ghost';
import type { Letter, Letters } from '../../../../core/type/letters';
import { setCoat, setSlips } from '../../../../core/piece/edits/ink';
import type { Edit } from '../../../../core/piece/edits/edit';
import type { Lettering } from '../../../../core/piece/schema';
import { standingBox } from '../../../../core/type/standing';
import { middleOf } from '../../../../core/pixels/region';
import type { Point } from '../../../../core/shape/affine';
import { useBench } from '../../benchContext';
import { sizesOf } from '../../coats/pictureSizes';
import { editing } from '../../editing';
import { useNudge } from '../../keys/useNudge';
import { useDrag, type DragMove } from '../../view/drag';
import { toLettering } from '../../view/plane';
import { useViewport } from '../../view/viewport';
import { coatsSeenAt, letterUnder } from './seen';

/** Sliding the nearest picture inside the letters, in all of them or in one: by dragging, or with the arrow keys. */
export function Slipping({ lettering }: { lettering: Lettering }) {
  const { letters, piece, renderer, materials } = useBench();
  const { slipAt, growsToCover } = inkHand.use('slipAt', 'growsToCover');
  const { size } = useViewport();
  const index = slippedCoat(lettering.ink);
  const coat = seenCoats(lettering.ink)[index];
  const chosen = (at: typeof slipAt): Letter | null =>
    typeof at !== 'number' ? null : (letters?.letters.find(({ start, bounds }) => bounds && start === at) ?? null);
  /**
   * The edit by which a coat as it was is slipped from one place of the sheet to another. @param only in this letter
   */
  const edit = (start: Coat, from: Point, to: Point, only: Letter | null): Edit => {
    const by: Point = [to[0] - from[0], to[1] - from[1]];
    const at = coatsSeenAt(lettering);
    if (start.kind === 'plate')
      return setCoat(at, index, { x: Math.round(start.x + by[0]), y: Math.round(start.y + by[1]) });
    if (start.kind !== 'picture' || !letters?.ink) return () => undefined;
    const [x, y] = inBox(start, from, to, only, letters, piece.sheet);
    const pictures = sizesOf(start, materials);
    if (!only) {
      const wanted: [number, number] = [start.x + x, start.y + y];
      const scale = growsToCover ? grownToCover(start, wanted, pictures, letters, piece.sheet) : start.scale;
      const [across, down] = coveringSlip({ ...start, scale }, wanted, pictures, letters, piece.sheet);
      return setCoat(at, index, { x: rounded(across), y: rounded(down), scale });
    }
    const own = start.slips.find((slip) => slip.at === only.start) ?? { at: only.start, x: 0, y: 0, scale: 1 };
    const wanted: [number, number] = [own.x + x, own.y + y];
    const [across, down] = coveringSlipOf(start, only.start, wanted, pictures, letters, piece.sheet);
    return setSlips(at, index, [{ ...own, x: rounded(across), y: rounded(down) }]);
  };
  /** `looked`: once it is known in which letter the drag began; null for a drag of all letters. */
  type Start = { coat: Coat; only: Letter | null; looked: Promise<void> | null };
  /** Where a drag leads: with Shift held straight across or down. */
  const end = ({ from, to, shift }: DragMove<Start>): Point => {
    if (!shift) return to;
    return Math.abs(to[0] - from[0]) > Math.abs(to[1] - from[1]) ? [to[0], from[1]] : [from[0], to[1]];
  };
  const slipped = (move: DragMove<Start>): Edit => edit(move.start.coat, move.from, end(move), move.start.only);
  /** A drag in one letter knows which a moment after it began. */
  const isReady = ({ only, looked }: Start): boolean => looked === null || only !== null;
  const begin = (at: Point): Start => {
    if (slipAt === 'all' || coat.kind !== 'picture' || !letters) return { coat, only: null, looked: null };
    const start: Start = { coat, only: chosen(slipAt), looked: null };
    start.looked = letterUnder(renderer, lettering.id, letters, at).then((found) => {
      if (!found) return;
      start.only = found;
      inkHand.set({ slipAt: found.start });
    });
    return start;
  };
  const drop = (move: DragMove<Start>): void => {
    if (move.moved && isReady(move.start))
      editing.commit(move.start.only ? 'Slip the picture in one letter' : 'Slip the picture', slipped(move));
    else editing.cancelDraft();
  };
  const drag = useDrag<Start>({
    begin,
    move: (move) => isReady(move.start) && editing.draft(slipped(move)),
    end: (move) => (move.start.looked ? void move.start.looked.then(() => drop(move)) : drop(move)),
    cancel: () => editing.cancelDraft(),
  });
  const box = letters && standingBox(letters);
  const middle: Point = box ? middleOf(box) : [0, 0];
  useNudge(
    (dx, dy) =>
      coat &&
      editing.soon(
        'Slip the picture',
        `slip-${lettering.id}-${index}-${slipAt}`,
        'place',
        edit(coat, middle, [middle[0] + dx, middle[1] + dy], slipAt === 'all' ? null : chosen(slipAt)),
      ),
  );
  return coat ? (
    <rect
      width={size.width}
      height={size.height}
      fill="transparent"
      className="cursor-move"
      data-testid="slip-ground"
      {...drag}
    />
  ) : null;
}

const rounded = (value: number): number => Math.round(value * 1e5) / 1e5;

/** A way on the sheet as fractions of the box that a picture is laid out in. */
function inBox(
  coat: PictureCoat,
  from: Point,
  to: Point,
  only: Letter | null,
  letters: Letters,
  sheet: { width: number; height: number },
): Point {
  const any = only ?? letters.letters.find(({ bounds }) => bounds)!;
  const box = pictureBox(coat, any, letters, sheet);
  const [[ax, ay], [bx, by]] =
    coat.held === 'sheet' ? [from, to] : [toLettering(letters, from), toLettering(letters, to)];
  return [(bx - ax) / box.width, (by - ay) / box.height];
}

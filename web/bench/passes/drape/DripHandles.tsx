import { hangingDrips, type HangingDrip } from '../../../../core/passes/drape/drips';
import type { Lettering } from '../../../../core/piece/schema';
import type { Point } from '../../../../core/shape/affine';
import { standingEm } from '../../../../core/type/standing';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { useDrag } from '../../view/drag';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';
import { dripEdit } from './edits';

/** More drips than these are not taken hold of one by one. */
const mostRings = 200;

/** A ring at the end of every drip: dragged longer or shorter, or taken away. */
export function DripHandles({ lettering }: { lettering: Lettering }) {
  const { lettersOf } = useBench();
  const letters = lettersOf({ ...lettering, drape: { ...lettering.drape, drips: null } });
  const { drips } = lettering.drape;
  if (!letters || !drips) return null;
  const em = standingEm(letters);
  return (
    <g>
      {hangingDrips(letters, drips)
        .slice(0, mostRings)
        .map((drip, i) => (
          <DripRing key={`${drip.at}-${drip.drip}`} {...{ drip, lettering, em }} isStop={i === 0} />
        ))}
    </g>
  );
}

interface DripProps {
  drip: HangingDrip;
  lettering: Lettering;
  /** Sheet px. */
  em: number;
}

function DripRing({ drip, lettering, em, isStop }: DripProps & { isStop: boolean }) {
  const { toScreen } = useViewport();
  const edit = (
    { drip: { at, drip: which, root, tip }, em: size, lettering: whose }: DripProps,
    from: Point,
    to: Point,
  ) => {
    const long = Math.hypot(tip[0] - root[0], tip[1] - root[1]);
    const along =
      ((to[0] - from[0]) * (tip[0] - root[0]) + (to[1] - from[1]) * (tip[1] - root[1])) / Math.max(1e-6, long);
    const length = Math.min(20, Math.max(0, (long + along) / size));
    return dripEdit(whose, at, which, Math.round(length * 1000) / 1000);
  };
  const drag = useDrag<DripProps>({
    begin: () => ({ drip, lettering, em }),
    move: ({ start, from, to }) => editing.draft(edit(start, from, to)),
    end({ start, from, to, moved, alt }) {
      if (moved) editing.commit('Make a drip another length', edit(start, from, to));
      else if (alt) editing.commit('Take a drip away', dripEdit(lettering, drip.at, drip.drip, null));
    },
    cancel: () => editing.cancelDraft(),
  });
  const letter = Array.from(lettering.words.text.slice(drip.at))[0] ?? '';
  return (
    <Ring at={toScreen(drip.tip)} label={`End of a drip of ${letter}`} drag={drag} isStop={isStop} cursor="ns-resize" />
  );
}

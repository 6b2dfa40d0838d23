import type { Point } from '../../../../core/shape/affine';
import { roundedPoint } from '../../../../core/shape/rounding';
import type { Lettering } from '../../../../core/piece/schema';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { useDrag } from '../../view/drag';
import { Hairline, lineThrough } from '../../view/Hairline';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';
import { partEdit } from './edits';

/** The two places between which the blur changes. */
export function Handles() {
  const { lettering, mayChange } = useBench();
  const { toScreen } = useViewport();
  const along = lettering?.focus.blur?.along;
  if (!mayChange || !lettering || !along) return null;
  return (
    <g>
      <Hairline d={lineThrough([toScreen(along.from), toScreen(along.to)])} active />
      <EndRing lettering={lettering} end="from" at={along.from} />
      <EndRing lettering={lettering} end="to" at={along.to} />
    </g>
  );
}

function EndRing({ lettering, end, at }: { lettering: Lettering; end: 'from' | 'to'; at: Point }) {
  const { toScreen } = useViewport();
  const edit = (to: Point) =>
    partEdit(lettering, 'blur')({ along: { ...lettering.focus.blur!.along!, [end]: roundedPoint(to, 1) } });
  const drag = useDrag({
    begin: () => undefined,
    move: ({ to }) => editing.draft(edit(to)),
    end: ({ to, moved }) => {
      if (moved) editing.commit('Move where the blur is told', edit(to));
    },
    cancel: () => editing.cancelDraft(),
  });
  return (
    <Ring
      at={toScreen(at)}
      label={end === 'from' ? 'The first blur is here' : 'The other blur is here'}
      drag={drag}
      cursor="move"
    />
  );
}

import { roundedPoint } from '../../../../core/shape/rounding';
import { middleOfStanding } from '../../../../core/type/standing';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { useDrag } from '../../view/drag';
import { Hairline, lineThrough } from '../../view/Hairline';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';
import { partEdit } from './edits';

/** The point that the sides of solid letters run towards. */
export function Handles() {
  const { lettering, letters, mayChange } = useBench();
  const { toScreen } = useViewport();
  const thickness = lettering?.relief.thickness;
  const drag = useDrag({
    begin: () => undefined,
    move: ({ to }) => editing.draft(partEdit(lettering!, 'thickness')({ towards: roundedPoint(to, 1) })),
    end: ({ to, moved }) => {
      if (moved) editing.commit('Turn the sides', partEdit(lettering!, 'thickness')({ towards: roundedPoint(to, 1) }));
    },
    cancel: () => editing.cancelDraft(),
  });
  const middle = letters && middleOfStanding(letters);
  if (!mayChange || !thickness || !middle) return null;
  return (
    <g>
      <Hairline d={lineThrough([toScreen(middle), toScreen(thickness.towards)])} dashed />
      <Ring at={toScreen(thickness.towards)} label="Where the sides run towards" drag={drag} cursor="move" />
    </g>
  );
}

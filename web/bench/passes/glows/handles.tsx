import { placeOf } from '../../../../core/passes/glows/place';
import type { Glow } from '../../../../core/passes/glows/schema';
import { changeGlow } from '../../../../core/piece/edits/glows';
import { roundedPoint } from '../../../../core/shape/rounding';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { useDrag } from '../../view/drag';
import { touchHand } from '../../touch/hand';
import { TouchBrush } from '../../touch/TouchSettings';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';
import { touchOf } from './touchOf';

/** Where each glow is, and how far it reaches. */
export function Handles() {
  const { piece, mayChange } = useBench();
  const { on } = touchHand.use('on');
  if (!mayChange) return null;
  if (on !== null)
    return (
      <g>
        {piece.glows.map((glow) => (
          <TouchBrush key={glow.id} {...touchOf(glow)} />
        ))}
      </g>
    );
  return (
    <g>
      {piece.glows.map((glow) => (
        <GlowRings key={glow.id} glow={glow} />
      ))}
    </g>
  );
}

function GlowRings({ glow }: { glow: Glow }) {
  const { piece } = useBench();
  const { toScreen } = useViewport();
  const place = placeOf(glow, piece.lamp, piece.sheet);
  const moving = useDrag({
    begin: () => undefined,
    move: ({ to }) => editing.draft(changeGlow(glow.id, { at: roundedPoint(to, 1) })),
    end: ({ to, moved }) => {
      if (moved) editing.commit(`Move the ${glow.as}`, changeGlow(glow.id, { at: roundedPoint(to, 1) }));
    },
    cancel: () => editing.cancelDraft(),
  });
  const reach = ([x, y]: readonly [number, number]): number =>
    Math.max(1, Math.round(Math.hypot(x - place[0], y - place[1])));
  const sizing = useDrag({
    begin: () => undefined,
    move: ({ to }) => editing.draft(changeGlow(glow.id, { radius: reach(to) })),
    end: ({ to, moved }) => {
      if (moved) editing.commit(`Make the ${glow.as} another size`, changeGlow(glow.id, { radius: reach(to) }));
    },
    cancel: () => editing.cancelDraft(),
  });
  return (
    <g>
      <Ring at={toScreen(place)} label={`Place of ${glow.name}`} drag={moving} cursor="move" active />
      <Ring
        at={toScreen([place[0] + glow.radius, place[1]])}
        label={`Reach of ${glow.name}`}
        drag={sizing}
        cursor="ew-resize"
      />
    </g>
  );
}

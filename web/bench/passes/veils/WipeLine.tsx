import { veilHand } from './hand';
import { useBench } from '../../benchContext';
import { useDrag } from '../../view/drag';
import { Hairline } from '../../view/Hairline';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';

/** The line between the veil as it was cut and as its edge is now. */
export function WipeLine() {
  const { piece } = useBench();
  const { toScreen, size } = useViewport();
  const { width, height } = piece.sheet;
  const wipe = veilHand.use('wipe').wipe;
  const drag = useDrag<null>({
    begin: () => null,
    move: ({ to }) => veilHand.set({ wipe: Math.min(1, Math.max(0, to[0] / width)) }),
    end: () => undefined,
  });
  const [x, top] = toScreen([wipe * width, 0]);
  const [, bottom] = toScreen([0, height]);
  const middle = (Math.max(0, top) + Math.min(size.height, bottom)) / 2;
  return (
    <g>
      <Hairline d={`M${x} ${top}V${bottom}`} active />
      <Ring at={[x, middle]} label="Drag to wipe between before and after" drag={drag} cursor="ew-resize" />
    </g>
  );
}

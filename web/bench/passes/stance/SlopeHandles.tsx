import { stanceHand } from './hand';
import { useState } from 'react';
import { slopeDegrees } from '../../../../core/passes/stance/align';
import { addSlope, changeSlope } from '../../../../core/piece/edits/letterings';
import { freeId } from '../../../../core/piece/edits/items';
import type { Slope } from '../../../../core/piece/schema';
import type { Point } from '../../../../core/shape/affine';
import { roundedPoint } from '../../../../core/shape/rounding';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { useDrag } from '../../view/drag';
import { Hairline, lineThrough } from '../../view/Hairline';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';
import { SheetText } from './Guides';
import { WholeSheet } from '../../view/WholeSheet';

/** The next drag draws a slope or horizon of the photograph. */
export function DrawSlope() {
  const { piece } = useBench();
  const { toScreen } = useViewport();
  const [line, setLine] = useState<[Point, Point] | null>(null);
  const drag = useDrag({
    begin: () => undefined,
    move: ({ from, to }) => setLine([from, to]),
    end: ({ from, to, moved }) => {
      setLine(null);
      stanceHand.set({ stanceTool: 'place' });
      if (moved)
        editing.commit(
          'Draw a slope',
          addSlope({ id: freeId(piece, 'slope'), from: roundedPoint(from), to: roundedPoint(to) }),
        );
    },
    cancel: () => setLine(null),
  });
  return (
    <g>
      <WholeSheet data-testid="draw-slope" {...drag} />
      {line && (
        <g pointerEvents="none">
          <Hairline d={lineThrough(line.map(toScreen))} active />
          <SheetText at={toScreen(line[1])}>{slopeDegrees(line[0], line[1]).toFixed(1)}°</SheetText>
        </g>
      )}
    </g>
  );
}

/** The slopes drawn on the photograph, with rings at their ends. */
export function Slopes() {
  const { piece, mayChange } = useBench();
  const { toScreen } = useViewport();
  return (
    <g>
      {piece.slopes.map((slope) => (
        <g key={slope.id}>
          <Hairline d={lineThrough([toScreen(slope.from), toScreen(slope.to)])} dashed />
          {mayChange && (['from', 'to'] as const).map((end) => <SlopeEnd key={end} slope={slope} end={end} />)}
        </g>
      ))}
    </g>
  );
}

function SlopeEnd({ slope, end }: { slope: Slope; end: 'from' | 'to' }) {
  const { toScreen } = useViewport();
  const drag = useDrag({
    begin: () => undefined,
    move: ({ to }) => editing.draft(changeSlope(slope.id, { [end]: roundedPoint(to) })),
    end: ({ to, moved }) => moved && editing.commit('Move a slope', changeSlope(slope.id, { [end]: roundedPoint(to) })),
    cancel: () => editing.cancelDraft(),
  });
  return <Ring at={toScreen(slope[end])} label="Move this end of the slope" drag={drag} cursor="move" />;
}

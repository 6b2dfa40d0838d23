import { veilHand } from './hand';
import { useEffect, useState } from 'react';
import type { ScribbleCut } from '../../../../core/passes/veils/schema';
import type { Point } from '../../../../core/shape/affine';
import { useBench } from '../../benchContext';
import { useDrag } from '../../view/drag';
import { Hairline } from '../../view/Hairline';
import { useViewport } from '../../view/viewport';
import { BrushArea } from './Brush';
import { fromPlate, toPlate, workingCut, type CutPlate } from './cutting';
import { useDrawnLine } from './drawnLine';
import { LineShape } from './LineShape';
import { prepareCutting, scribble } from './solving';
import { WholeSheet } from '../../view/WholeSheet';

/** The scribble cut: rough strokes over what stands in front and what lies behind; it is solved again after each. */
export function Scribbling({ plate }: { plate: CutPlate }) {
  const { side, operation, boxing } = veilHand.use('side', 'operation', 'boxing');
  const { veil, piece } = useBench();
  const found = veil?.cuts[workingCut(veil, 'scribble', operation)] as ScribbleCut | undefined;
  const { asset } = plate;
  useEffect(() => prepareCutting(piece, plate), [asset]); // eslint-disable-line react-hooks/exhaustive-deps
  const { drag, drawing, keyed } = useDrawnLine(plate, {
    end: ({ radius, points }) =>
      scribble(side === 'front' ? 'Mark what stands in front' : 'Mark what lies behind', plate, ({ marks }) => ({
        marks: [...marks, { side, radius, points }],
      })),
  });
  return (
    <g>
      {boxing ? <BoxArea plate={plate} /> : <BrushArea drag={drag} keyed={keyed} soft={false} />}
      {found?.marks.map((mark, i) => (
        <g key={i} data-testid="mark">
          <LineShape line={mark} plate={plate} behind={mark.side === 'behind'} />
        </g>
      ))}
      {drawing && <LineShape line={drawing} plate={plate} behind={side === 'behind'} active />}
      {found?.box && <BoxShape plate={plate} box={found.box} />}
    </g>
  );
}

function BoxShape({ plate, box: { x, y, width, height } }: { plate: CutPlate; box: NonNullable<ScribbleCut['box']> }) {
  const { toScreen } = useViewport();
  const [left, top] = toScreen(fromPlate(plate, [x, y]));
  const [right, bottom] = toScreen(fromPlate(plate, [x + width, y + height]));
  return <Hairline d={`M${left} ${top}H${right}V${bottom}H${left}Z`} dashed />;
}

function BoxArea({ plate }: { plate: CutPlate }) {
  const [box, setBox] = useState<NonNullable<ScribbleCut['box']> | null>(null);
  const boxOf = (from: Point, to: Point): NonNullable<ScribbleCut['box']> => {
    const [[ax, ay], [bx, by]] = [toPlate(plate, from), toPlate(plate, to)];
    return { x: Math.min(ax, bx), y: Math.min(ay, by), width: Math.abs(bx - ax), height: Math.abs(by - ay) };
  };
  const drag = useDrag<null>({
    begin: () => null,
    move: ({ from, to }) => setBox(boxOf(from, to)),
    end: ({ from, to, moved }) => {
      setBox(null);
      veilHand.set({ boxing: false });
      if (moved) scribble('Draw a box around it', plate, () => ({ box: boxOf(from, to) }));
    },
    cancel: () => setBox(null),
  });
  return (
    <g>
      <WholeSheet {...drag} />
      {box && <BoxShape plate={plate} box={box} />}
    </g>
  );
}

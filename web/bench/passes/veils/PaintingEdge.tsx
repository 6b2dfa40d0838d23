import { useBench } from '../../benchContext';
import { BrushArea } from './Brush';
import type { CutPlate } from './cutting';
import { useDrawnLine } from './drawnLine';
import { LineShape } from './LineShape';
import { solveFine } from './solving';

/** Painting the band in which the edge is solved. */
export function PaintingEdge({ plate }: { plate: CutPlate }) {
  const { veil } = useBench();
  const band = veil?.fine?.band ?? [];
  const { drag, drawing } = useDrawnLine(plate, { end: (line) => veil && solveFine(plate, { band: [...band, line] }) });
  return (
    <g>
      <BrushArea drag={drag} soft={false} />
      {drawing && <LineShape line={drawing.line} plate={plate} active />}
    </g>
  );
}

import { veilHand } from './hand';
import { plainStroke, type Stroke } from '../../../../core/passes/veils/schema';
import { addStroke } from '../../../../core/piece/edits/veils';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { BrushArea } from './Brush';
import { currentVeil, cut, type CutPlate } from './cutting';
import { useDrawnLine, type DrawnLine } from './drawnLine';

const undoLabels = { front: 'Bring to the front', behind: 'Send behind', clear: 'Clear brushing' };

/** Brushing the matte: bring front or send behind, perhaps only inside or outside of the letters. */
export function TouchingUp({ plate }: { plate: CutPlate }) {
  const { side, clearing, softness, flow, fence } = veilHand.use('side', 'clearing', 'softness', 'flow', 'fence');
  const { lettering } = useBench();
  const strokeOf = (line: DrawnLine): Stroke =>
    plainStroke({
      ...line,
      side: clearing ? 'clear' : side,
      // What lies under the lens goes whole.
      softness: clearing ? 0 : softness,
      flow: clearing ? 1 : flow,
      fence: fence === 'none' || !lettering ? null : { lettering: lettering.id, side: fence },
    });
  const { drag, keyed } = useDrawnLine(plate, {
    draft: (line) => {
      const veil = currentVeil();
      if (veil) editing.draft(addStroke(veil.id, strokeOf(line)));
    },
    end: (line) => {
      const stroke = strokeOf(line);
      cut(undoLabels[stroke.side], plate, (id) => addStroke(id, stroke));
    },
    cancel: () => editing.cancelDraft(),
  });
  return <BrushArea drag={drag} keyed={keyed} soft />;
}

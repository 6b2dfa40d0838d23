import { veilHand } from './hand';
import { plainStroke, type Stroke } from '../../../../core/passes/veils/schema';
import { addStroke } from '../../../../core/piece/edits/veils';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { BrushArea } from './Brush';
import { currentVeil, cut, type CutPlate } from './cutting';
import { useDrawnLine, type DrawnLine } from './drawnLine';

/** Brushing the matte: bring front or send behind, perhaps only inside or outside of the letters. */
export function TouchingUp({ plate }: { plate: CutPlate }) {
  const { side, softness, flow, fence } = veilHand.use('side', 'softness', 'flow', 'fence');
  const { lettering } = useBench();
  const strokeOf = (line: DrawnLine, alt: boolean): Stroke =>
    plainStroke({
      ...line,
      side: alt === (side === 'front') ? 'behind' : 'front',
      softness,
      flow,
      fence: fence === 'none' || !lettering ? null : { lettering: lettering.id, side: fence },
    });
  const { drag, keyed } = useDrawnLine(plate, {
    draft: (line, alt) => {
      const veil = currentVeil();
      if (veil) editing.draft(addStroke(veil.id, strokeOf(line, alt)));
    },
    end: (line, alt) => {
      const stroke = strokeOf(line, alt);
      cut(stroke.side === 'front' ? 'Bring to the front' : 'Send behind', plate, (id) => addStroke(id, stroke));
    },
    cancel: () => editing.cancelDraft(),
  });
  return <BrushArea drag={drag} keyed={keyed} soft />;
}

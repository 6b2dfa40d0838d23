import { veilHand } from './hand';
import { plainStroke, type Stroke, type VeilShadow } from '../../../../core/passes/veils/schema';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { BrushArea } from './Brush';
import type { CutPlate } from './cutting';
import { useDrawnLine, type DrawnLine } from './drawnLine';
import { chosenShadow } from './shadows';

const undoLabel = {
  deepen: 'Deepen the shadow',
  clear: 'Erase the shadow there',
  far: 'Lift the veil off there',
  near: 'Bring the veil near there',
};

/** Brushing a shadow: deeper or away in places; or how far off the veil stands. */
export function ShadowPainting({ plate }: { plate: CutPlate }) {
  const { veil } = useBench();
  const { shadowBrush, shadowOn, softness, flow } = veilHand.use('shadowBrush', 'shadowOn', 'softness', 'flow');
  const found = veil && chosenShadow(veil, shadowOn);
  const isLift = shadowBrush === 'far' || shadowBrush === 'near';
  // The shadow lies on the sheet; how far off the veil stands belongs to the veil, wherever it was copied to.
  const ground = isLift ? plate : { ...plate, place: plate.home, scale: Math.hypot(plate.home.a, plate.home.b) };
  const painted = (shadow: VeilShadow, line: DrawnLine): VeilShadow => {
    const isFront = shadowBrush === 'deepen' || shadowBrush === 'far';
    const stroke: Stroke = plainStroke({ ...line, side: isFront ? 'front' : 'behind', softness, flow });
    return isLift
      ? { ...shadow, lifts: [...shadow.lifts, stroke] }
      : { ...shadow, touches: [...shadow.touches, stroke] };
  };
  const { drag, keyed } = useDrawnLine(ground, {
    draft: (line) => found && editing.draft(found.set(painted(found.shadow, line))),
    end: (line) => found && editing.commit(undoLabel[shadowBrush], found.set(painted(found.shadow, line))),
    cancel: () => editing.cancelDraft(),
  });
  return found ? <BrushArea drag={drag} keyed={keyed} soft /> : null;
}

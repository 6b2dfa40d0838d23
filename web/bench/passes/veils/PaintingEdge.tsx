import { veilHand } from './hand';
import { useBench } from '../../benchContext';
import { addGrowth, setSoftness } from '../../../../core/piece/edits/veils';
import { brushedSoftness } from '../../../../core/passes/veils/softness/brush';
import { editing } from '../../editing';
import { BrushArea } from './Brush';
import { PointingAtCast } from './PointingAtCast';
import { inTurn, currentVeil, type CutPlate } from './cutting';
import { useDrawnLine } from './drawnLine';
import { LineShape } from './LineShape';
import { SoftnessDots } from './SoftnessDots';
import { solveFine } from './solving';

/** How far one stroke moves the border, plate px. */
const step = 0.5;
/** How much one stroke softens or sharpens the edge. */
const softer = 1.4;

/** Brushing along the edge: where it is solved, or where it is softer or crisper than it was measured. */
export function PaintingEdge({ plate }: { plate: CutPlate }) {
  const { veil } = useBench();
  const { edgeBrush, softness } = veilHand.use('edgeBrush', 'softness');
  const band = veil?.fine?.band ?? [];
  const { drag, drawing, keyed } = useDrawnLine(plate, {
    end: ({ radius, points }) => {
      if (!veil) return;
      if (edgeBrush === 'outwards' || edgeBrush === 'inwards')
        return void editing.commit(
          edgeBrush === 'outwards' ? 'Move a stretch of the border out' : 'Move a stretch of the border in',
          addGrowth(veil.id, { radius, points, softness, amount: edgeBrush === 'outwards' ? step : -step }),
        );
      if (edgeBrush === 'band') return solveFine('Paint the edge', { band: [...band, { radius, points }] });
      inTurn(async () => {
        const now = currentVeil();
        if (!now?.softness) throw new Error('The edge has no softness of its own yet: take it from the photo first.');
        const profile = brushedSoftness(
          now.softness.profile,
          { radius, points },
          edgeBrush === 'softer' ? softer : 1 / softer,
          softness,
        );
        editing.commit(
          edgeBrush === 'softer' ? 'Soften the edge' : 'Sharpen the edge',
          setSoftness(now.id, { ...now.softness, profile }),
        );
      });
    },
  });
  if (edgeBrush === 'cast') return <PointingAtCast plate={plate} />;
  return (
    <g>
      {veil?.softness && <SoftnessDots softness={veil.softness} plate={plate} />}
      <BrushArea drag={drag} keyed={keyed} soft={edgeBrush !== 'band'} />
      {drawing && <LineShape line={drawing} plate={plate} active />}
    </g>
  );
}

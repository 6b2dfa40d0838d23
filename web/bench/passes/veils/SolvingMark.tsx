import { useAppSelector } from '../../../store';
import { useViewport } from '../../view/viewport';
import { fromPlate, type CutPlate } from './cutting';

/** Where the hand was last: a turning ring while the pixels of its stroke are being worked out. */
export function SolvingMark({ plate, veil }: { plate: CutPlate; veil: string | undefined }) {
  const solving = useAppSelector(({ bench }) => bench.solving);
  const { toScreen } = useViewport();
  if (!solving?.at || solving.veil !== veil) return null;
  const [x, y] = toScreen(fromPlate(plate, solving.at));
  return (
    <g pointerEvents="none" fill="none" data-testid="solving" transform={`translate(${x + 16} ${y - 16})`}>
      <circle r={8} stroke="#fff" strokeWidth={4.5} />
      <circle r={8} stroke="#1F2328" strokeWidth={2} strokeDasharray="16 9.13" className="turning" />
    </g>
  );
}

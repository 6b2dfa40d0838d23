import { effectivePpi, uncovered } from '../../../../core/passes/plate/gauge';
import { ppiLimits } from '../../../../core/piece/print';
import { useBench } from '../../benchContext';
import { ppiScale } from '../../gauges/ppi';
import { Scale } from '../../gauges/Scale';
import { usePlate } from './placing';

export function Gauge() {
  const { piece } = useBench();
  const found = usePlate();
  if (!found) return <p className="text-faint">Measured once a photograph lies on the sheet.</p>;
  const ppi = effectivePpi(found.plate, piece.sheet.ppi);
  const bare = uncovered(found.plate, found.picture, piece.sheet);
  const { width, height } = piece.sheet;
  const mm = (px: number): string => ((px / piece.sheet.ppi) * 25.4).toFixed(0);
  return (
    <div>
      <Scale {...ppiScale(ppi)} label="Real pixels per inch" />
      <p className="mb-3 text-faint">{verdictOn(ppi)} Limits at 150, 200 and 300.</p>
      <Scale
        label="Sheet left bare"
        value={bare}
        shown={`${(bare * 100).toFixed(bare > 0 && bare < 0.001 ? 3 : 1)} %`}
        full={1}
        good={bare === 0}
      />
      <p className="mb-3 text-faint">
        {bare === 0 ? 'The photograph covers the sheet.' : 'Some of the sheet shows beside the photograph.'}
      </p>
      <p>
        On paper {mm(width)} × {mm(height)} mm
      </p>
    </div>
  );
}

/** What a printer would say. */
function verdictOn(ppi: number): string {
  if (ppi >= ppiLimits.wished) return 'As good as print can show.';
  if (ppi >= ppiLimits.accepted) return 'Accepted for print.';
  return ppi >= ppiLimits.floor ? 'Just above the floor for print.' : 'Too few pixels for print at this size.';
}

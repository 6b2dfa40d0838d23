import { lineWidths, standingCapHeight } from '../../../../core/passes/words/gauge';
import { useBench } from '../../benchContext';
import { Scale } from '../../gauges/Scale';

export function Gauge() {
  const { letters, piece } = useBench();
  if (!letters || letters.letters.length === 0) return <p className="text-faint">Measured once there are words.</p>;
  const widths = lineWidths(letters);
  const cap = standingCapHeight(letters);
  const mm = (px: number): string => `${((px / piece.sheet.ppi) * 25.4).toFixed(1)} mm`;
  return (
    <div>
      <h3 className="mb-1 label">Width of the lines</h3>
      {widths.map((line, i) => (
        <Scale key={i} label={line.text || 'empty line'} value={line.width} shown={`${Math.round(line.width)} px`} full={piece.sheet.width} limits={[{ at: piece.sheet.width, name: 'sheet width' }]} good={line.width <= piece.sheet.width} />
      ))}
      <p className="mt-3">
        Capitals are <b>{Math.round(cap)} px</b> high, {mm(cap)} on paper.
      </p>
    </div>
  );
}

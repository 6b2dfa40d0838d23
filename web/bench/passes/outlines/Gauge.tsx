import { reachOf } from '../../../../core/passes/outlines/bands';
import { standingEm } from '../../../../core/type/standing';
import { thinnestPrinted } from '../../../../core/piece/print';
import { useBench } from '../../benchContext';
import { Scale } from '../../gauges/Scale';
import { widthInMillimetres } from './widths';

/** How wide each outline comes out on paper. */
export function Gauge() {
  const { lettering, letters, piece } = useBench();
  const list = lettering?.outlines.list ?? [];
  if (!letters || list.length === 0) return <p className="text-faint">Measured once there is an outline.</p>;
  const farthest = Math.max(...list.map((outline) => reachOf(outline, standingEm(letters)).to));
  return (
    <div>
      <h3 className="mb-1 label">Width on paper</h3>
      {list.map((outline, i) => {
        const width = widthInMillimetres(outline, letters, piece.sheet.ppi);
        return (
          <Scale
            key={outline.id}
            label={`Outline ${i + 1}`}
            value={width}
            shown={`${width.toFixed(2)} mm`}
            full={4}
            limits={[{ at: thinnestPrinted, name: 'Thinner lines break up in print' }]}
            good={width >= thinnestPrinted}
          />
        );
      })}
      <p className="mt-2 text-faint">
        Below {thinnestPrinted} mm a line in a light colour breaks up in print.{' '}
        {farthest > 0 && `The widest reaches ${farthest.toFixed(1)} px beyond the letters.`}
      </p>
    </div>
  );
}

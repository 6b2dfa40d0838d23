import { contrastLimit } from '../../../../core/passes/ink/gauge';
import { ppiLimits } from '../../../../core/piece/print';
import type { MeasuredPicture } from '../../../../core/render/measure';
import { useAppDispatch } from '../../../store';
import { useBench } from '../../benchContext';
import { looked } from '../../benchState';
import { Scale } from '../../gauges/Scale';
import { ppiScale } from '../../gauges/ppi';

export function Gauge() {
  const { measures, piece, lettering } = useBench();
  if (!measures || measures.contrast.length === 0) return <p className="text-faint">Measured once there are words.</p>;
  const pictures = measures.pictures.filter((one) => one.lettering === lettering?.id);
  return (
    <div className="flex flex-col gap-4">
      {pictures.map((picture) => (
        <PictureGauge key={picture.coat} picture={picture} />
      ))}
      <div>
        <h3 className="mb-1 label">Ink against the photo beside its edge</h3>
        {measures.contrast.map(({ lettering: id, difference }) => (
          <Scale
            key={id}
            label={piece.letterings.find((one) => one.id === id)?.words.text.split('\n')[0] ?? ''}
            value={difference ?? 0}
            shown={difference === null ? 'no edge' : `${difference.toFixed(0)} L*`}
            full={100}
            limits={[{ at: contrastLimit, name: 'Below this the letters are hard to tell from the photo' }]}
            good={difference !== null && difference >= contrastLimit}
          />
        ))}
        <p className="mt-2 text-faint">The weakest tenth of the contour counts. Below {contrastLimit} the letters are hard to tell from the photo.</p>
      </div>
    </div>
  );
}

/** Whether a picture covers its letters, cuts off what must be seen, and is fine enough for print. */
function PictureGauge({ picture: { coat, uncovered, gap, ppi, cut, kept } }: { picture: MeasuredPicture }) {
  const dispatch = useAppDispatch();
  const share = uncovered * 100;
  return (
    <div>
      <h3 className="mb-1 label">Picture in the letters (coat {coat + 1})</h3>
      <Scale label="Left uncovered" value={Math.min(10, share)} shown={share === 0 ? 'nothing' : `${share < 0.1 ? '< 0.1' : share.toFixed(1)} %`} full={10} limits={[]} good={share === 0} />
      {gap && (
        <button className="quiet-button" onClick={() => dispatch(looked({ goTo: { place: gap } }))}>
          Show where
        </button>
      )}
      {kept > 0 && <Scale label="Keep points cut" value={cut.length} shown={`${cut.length} of ${kept}`} full={kept} limits={[]} good={cut.length === 0} />}
      {ppi !== null && <Scale {...ppiScale(ppi)} label="Real pixels per inch" />}
      {ppi !== null && ppi < ppiLimits.accepted && <p className="text-ochre">{ppi < ppiLimits.floor ? 'Too few pixels for print at this size.' : 'Just above the floor for print.'}</p>}
    </div>
  );
}

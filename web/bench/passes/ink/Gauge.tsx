import { contrastLimit } from '../../../../core/passes/ink/gauge';
import { useBench } from '../../benchContext';
import { Scale } from '../../gauges/Scale';

export function Gauge() {
  const { measures, piece } = useBench();
  if (!measures || measures.contrast.length === 0) return <p className="text-faint">Measured once there are words.</p>;
  return (
    <div>
      <h3 className="mb-1 label">Ink against the photo beside its edge</h3>
      {measures.contrast.map(({ lettering, difference }) => (
        <Scale
          key={lettering}
          label={piece.letterings.find(({ id }) => id === lettering)?.words.text.split('\n')[0] ?? ''}
          value={difference ?? 0}
          shown={difference === null ? 'no edge' : `${difference.toFixed(0)} L*`}
          full={100}
          limits={[{ at: contrastLimit, name: 'Below this the letters are hard to tell from the photo' }]}
          good={difference !== null && difference >= contrastLimit}
        />
      ))}
      <p className="mt-2 text-faint">The weakest tenth of the contour counts. Below {contrastLimit} the letters are hard to tell from the photo.</p>
    </div>
  );
}

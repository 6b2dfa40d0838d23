import { leftLimit } from '../../../../core/passes/veils/gauge';
import { useBench } from '../../benchContext';
import { Scale } from '../../gauges/Scale';

export function Gauge() {
  const { measures, piece } = useBench();
  if (!measures || measures.left.length === 0) return <p className="text-faint">Measured once there are words.</p>;
  return (
    <div>
      <h3 className="mb-1 label">What is left of each letter</h3>
      {piece.letterings.map((lettering) => {
        const own = measures.left.filter((letter) => letter.lettering === lettering.id);
        return own.map((letter) => (
          <Scale key={`${lettering.id}-${letter.start}`} label={letter.text} value={letter.left} shown={`${Math.round(letter.left * 100)} %`} full={1} limits={[{ at: leftLimit, name: 'Below this a letter is hard to read' }]} good={letter.left >= leftLimit} />
        ));
      })}
      <p className="mt-2 text-faint">Below {leftLimit * 100} % a letter is hard to read.</p>
    </div>
  );
}

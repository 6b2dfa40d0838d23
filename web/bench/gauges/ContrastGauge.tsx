import { contrastLimit } from '../../../core/passes/ink/contrast';
import { useBench } from '../benchContext';
import { Measured } from './Measured';
import { NothingYet } from './NothingYet';
import { Scale } from './Scale';

/** How far each lettering stands off what lies beside its edge. */
export function ContrastGauge() {
  const { measures, piece } = useBench();
  if (!measures) return <p className="text-faint">The letters are being measured.</p>;
  if (measures.ink.contrast.length === 0) return <NothingYet hasWords={piece.letterings.length > 0} />;
  return (
    <Measured>
      <h3 className="mb-1 label">Letters against what is beside their edge</h3>
      {measures.ink.contrast.map(({ lettering: id, difference }) => (
        <Scale
          key={id}
          label={piece.letterings.find((one) => one.id === id)?.words.text.split('\n')[0] ?? ''}
          value={difference ?? 0}
          shown={difference === null ? 'no edge' : `${difference.toFixed(0)} L*`}
          full={100}
          limits={[{ at: contrastLimit, name: 'Below this the letters are hard to tell from what is beside them' }]}
          good={difference !== null && difference >= contrastLimit}
        />
      ))}
      <p className="mt-2 text-faint">
        The weakest tenth of the contour counts. Below {contrastLimit} the letters are hard to tell from what is beside
        them.
      </p>
    </Measured>
  );
}

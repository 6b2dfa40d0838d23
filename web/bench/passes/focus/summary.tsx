import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { partEdit } from './edits';

export function Summary() {
  const { lettering } = useBench();
  if (!lettering) return null;
  const { blur, motion, grain } = lettering.focus;
  if (!blur && !motion && !grain) return <span className="text-faint">Sharp and without grain of their own.</span>;
  return (
    <span>
      {blur && (
        <>
          Out of focus by{' '}
          <EditedValue
            label="Blur"
            value={blur.sigma}
            unit="px"
            digits={2}
            step={0.1}
            min={0}
            max={500}
            edit={(sigma) => partEdit(lettering, 'blur')({ sigma })}
          />
          {!blur.shown && ' (hidden)'}.{' '}
        </>
      )}
      {motion && (
        <>
          Moving by <b>{Math.round(motion.length)} px</b>.{' '}
        </>
      )}
      {grain && (
        <>
          Grain at{' '}
          <EditedValue
            label="Grain"
            value={grain.strength}
            factor={100}
            unit="%"
            min={0}
            max={300}
            edit={(strength) => partEdit(lettering, 'grain')({ strength })}
          />
          {!grain.shown && ' (hidden)'}.
        </>
      )}
    </span>
  );
}

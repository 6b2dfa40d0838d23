import type { Bite, Displacement } from '../../../../core/passes/drape/schema';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { biteEdit } from './edits';

const taking: Record<Bite['as'], string> = { paint: 'paint', dye: 'dye', light: 'light' };

const laws = ({ level, slope, length, view }: Displacement): string[] => [
  ...(level !== 0 ? ['level'] : []),
  ...(slope.some((one) => one !== 0) ? ['slope'] : []),
  ...(length > 0 ? ['length'] : []),
  ...(view > 0 ? ['view'] : []),
];

export function Summary() {
  const { lettering } = useBench();
  if (!lettering) return null;
  const { displacement, bite, pull, mesh, drips } = lettering.drape;
  const strokes = pull?.strokes.length ?? 0;
  if (!displacement && !bite && !mesh && !drips && strokes === 0)
    return <span className="text-faint">The letters lie flat, and their ink is even.</span>;
  const by = displacement ? laws(displacement) : [];
  return (
    <span>
      {displacement && (
        <>
          Displaced by <b>{displacement.map.from}</b>
          {by.length > 0 ? `: ${by.join(', ')}` : ', by no law yet'}
          {!displacement.shown && ' (hidden)'}.{' '}
        </>
      )}
      {mesh && (
        <>
          Bent by a net of{' '}
          <b>
            {mesh.across.length - 1} × {mesh.down.length - 1}
          </b>
          {!mesh.shown && ' (hidden)'}.{' '}
        </>
      )}
      {strokes > 0 && <>Pulled about by {strokes === 1 ? 'one stroke' : `${strokes} strokes`}. </>}
      {drips && (
        <>
          Dripping
          {drips.edge && (
            <>
              , its edges <b>{drips.edge.as}</b>
            </>
          )}
          {!drips.shown && ' (hidden)'}.{' '}
        </>
      )}
      {bite && (
        <>
          The ink takes as <b>{taking[bite.as]}</b>,{' '}
          <EditedValue
            label="Bite"
            value={bite.strength}
            factor={100}
            unit="%"
            min={0}
            max={100}
            edit={(strength) => biteEdit(lettering)({ strength })}
          />
          {!bite.shown && ' (hidden)'}.
        </>
      )}
    </span>
  );
}

import type { Outline } from '../../../../core/passes/outlines/schema';
import { setOutline } from '../../../../core/piece/edits/outlines';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { sideNames } from './OutlineCard';

export function Summary() {
  const { lettering } = useBench();
  if (!lettering) return <span className="text-faint">Outlines come with the words.</span>;
  const {
    id,
    outlines: { list, round, grow },
  } = lettering;
  const edge = [grow > 0 && 'thickened', grow < 0 && 'thinned', round > 0 && 'rounded'].filter(Boolean).join(', ');
  if (list.length === 0)
    return <span className="text-faint">{edge ? `Letters ${edge}; no outline.` : 'No outline.'}</span>;
  return (
    <span>
      {list.length === 1 ? (
        <One id={id} outline={list[0]} />
      ) : (
        `${list.length} outlines${list.some(({ front }) => front) ? `, ${list.filter(({ front }) => front).length} in front of veils` : ''}`
      )}
      {edge && `; letters ${edge}`}.
    </span>
  );
}

function One({ id, outline }: { id: string; outline: Outline }) {
  const shown =
    outline.unit === 'em' ? { factor: 100, unit: '%', digits: 1, step: 0.1 } : { unit: 'px', digits: 1, step: 0.5 };
  return (
    <>
      One outline,{' '}
      <EditedValue
        {...shown}
        label="Width of the outline"
        value={outline.width}
        min={0}
        max={5000}
        edit={(width) => setOutline(id, outline.id, { width })}
      />
      {outline.unit === 'em' && ' of the letter size'} wide, {sideNames[outline.side]}
      {outline.front && ', in front of veils'}
    </>
  );
}

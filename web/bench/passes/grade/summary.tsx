import { useBench } from '../../benchContext';
import { gradesFor } from './gradesFor';
import { changesOf } from './parts';
import { areaNames } from './ReachSentence';

export function Summary() {
  const { piece, lettering } = useBench();
  const own = gradesFor(piece, lettering?.id ?? null)
    .reverse()
    .filter(({ grade }) => grade.shown);
  if (own.length === 0)
    return <span className="text-faint">Everything as it is, inside and outside of the letters.</span>;
  return (
    <span>
      {own
        .map(
          ({ grade }) => `${areaNames[grade.reach.area]} ${grade.name === '' ? changesOf(grade) : `“${grade.name}”`}.`,
        )
        .join(' ')}
    </span>
  );
}

import type { Grade } from '../../../../core/passes/grade/schema';
import { useBench } from '../../benchContext';

export function Summary() {
  const { piece, lettering } = useBench();
  const own = piece.grades.filter(({ reach }) => reach.lettering === lettering?.id);
  if (own.length === 0)
    return <span className="text-faint">The photo as it is, inside and outside of the letters.</span>;
  return (
    <span>
      {own.map((grade) => `${grade.reach.area === 'inside' ? 'Inside' : 'Outside'} ${changesOf(grade)}.`).join(' ')}
    </span>
  );
}

/** What a grade does, in words. */
function changesOf({ blur, light, hue, saturation, invert, subtract }: Grade): string {
  const changes = [
    blur > 0 && 'blurred',
    light < 0 && 'darkened',
    light > 0 && 'lightened',
    hue !== 0 && 'hue shifted',
    saturation < 1 && (saturation === 0 ? 'without colour' : 'less colourful'),
    saturation > 1 && 'more colourful',
    invert && 'inverted',
    subtract !== null && 'with a colour subtracted',
  ].filter(Boolean);
  return changes.length === 0 ? 'as it is' : changes.join(', ');
}

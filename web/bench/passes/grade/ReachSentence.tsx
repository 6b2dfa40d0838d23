import { isByLetters, type Grade, type GradeArea, type GradeReach } from '../../../../core/passes/grade/schema';
import { setGradeReach } from '../../../../core/piece/edits/grades';
import type { Piece } from '../../../../core/piece/schema';
import { Choice } from '../../../ui/Choice';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';

type On = GradeReach['on'];

/** Areas as they are chosen. */
export const areaNames: Record<GradeArea, string> = {
  everything: 'Everything',
  photograph: 'The photograph',
  letters: 'The letters themselves',
  inside: 'Inside the letters',
  outside: 'Outside the letters',
};

const valueOf = (on: On): string =>
  on.kind === 'all' ? 'all' : `${on.kind} ${on.kind === 'plate' ? on.plate : on.veil}`;

function onOf(value: string): On {
  const [kind, ...rest] = value.split(' ');
  const id = rest.join(' ');
  if (kind === 'plate') return { kind, plate: id };
  return kind === 'all' ? { kind } : { kind: kind as 'veil' | 'behind', veil: id };
}

/** What of the photographs a grade may be kept to. */
const onsOf = ({ veils, plates, assets }: Piece): Record<string, string> => ({
  all: 'all of the photo',
  ...Object.fromEntries(
    veils.flatMap(({ id, name }) => [
      [`veil ${id}`, `only on ${name}`],
      [`behind ${id}`, `on all but ${name}`],
    ]),
  ),
  ...(plates.length > 1 &&
    Object.fromEntries(
      plates.map(({ id, asset }) => [`plate ${id}`, `only on the photo ${assets[asset]?.name ?? id}`]),
    )),
});

/** Which part of the picture a grade reaches, and how it ends. */
export function ReachSentence({ grade: { id, reach }, name }: { grade: Grade; name: string }) {
  const { piece, lettering, mayChange } = useBench();
  const hasPhoto = reach.area !== 'everything' && reach.area !== 'letters';
  const hasBorder = hasPhoto && (isByLetters(reach.area) || reach.on.kind !== 'all');
  const areas = lettering ? areaNames : { everything: areaNames.everything, photograph: areaNames.photograph };
  const edit = (change: Partial<GradeReach>) => setGradeReach(id, change, lettering?.id ?? null);
  return (
    <p className="leading-7">
      <Choice<GradeArea>
        label={`Area of ${name}`}
        inSentence
        value={reach.area}
        options={areas}
        disabled={!mayChange}
        onChoose={(area) => void editing.commit('Set the area of a grade', edit({ area }))}
      />
      {hasPhoto && (
        <>
          ,{' '}
          <Choice
            label={`What ${name} is laid on`}
            inSentence
            value={valueOf(reach.on)}
            options={onsOf(piece)}
            disabled={!mayChange}
            onChoose={(value) => void editing.commit('Set the reach of a grade', edit({ on: onOf(value) }))}
          />
        </>
      )}
      {hasBorder && (
        <>
          , fading over{' '}
          <EditedValue
            label={`Softness of ${name}`}
            value={reach.soft}
            unit="px"
            min={0}
            max={2000}
            edit={(soft) => edit({ soft })}
          />
        </>
      )}
      :
    </p>
  );
}

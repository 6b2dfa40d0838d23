import { isByLetters, plainGrade, type Grade, type GradeArea } from '../../../../core/passes/grade/schema';
import { addGrade, moveGrade } from '../../../../core/piece/edits/grades';
import { freeId } from '../../../../core/piece/edits/items';
import type { Piece } from '../../../../core/piece/schema';
import { SortableItem, SortableList } from '../../../ui/Sortable';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { GradeCard } from './GradeCard';
import { gradesFor } from './gradesFor';
import { ready, type ReadyGrade } from './ready';

const mostGrades = 100;

function gradeOf(piece: Piece, lettering: string | null, { area, tone = {} }: ReadyGrade): Grade {
  const plain = plainGrade(freeId(piece, 'grade'), {
    lettering: isByLetters(area) ? lettering : null,
    area,
    on: { kind: 'all' },
  });
  return { ...plain, ...tone, blur: Math.round(((tone.blur ?? 0) * piece.sheet.width) / 180) / 10 };
}

/** Changes of tone and colour that concern the chosen lettering or none, the last one at the top. */
export function Controls() {
  const { piece, lettering, mayChange } = useBench();
  const own = gradesFor(piece, lettering?.id ?? null);
  const last = own.length - 1;
  return (
    <div className="flex flex-col gap-3">
      {own.length === 0 && (
        <p className="text-faint">
          Nothing is graded. One look over everything binds words and photo; or change what is seen in the letters, or
          all around.
        </p>
      )}
      <SortableList
        label="Grades, the last one at the top"
        ids={own.map(({ grade }) => grade.id)}
        disabled={!mayChange}
        onMove={(from, to) => editing.commit('Move a grade', moveGrade(own[from].index, own[to].index))}
      >
        {own.map(({ grade }, i) => (
          <SortableItem key={grade.id} id={grade.id} name={`grade ${last - i + 1}`}>
            <GradeCard grade={grade} number={last - i + 1} />
          </SortableItem>
        ))}
      </SortableList>
      <AddGrade />
    </div>
  );
}

/** A grade to begin with, by what it reaches or ready-made. */
function AddGrade() {
  const { piece, lettering, mayChange } = useBench();
  const isFull = piece.grades.length >= mostGrades;
  const add = (given: ReadyGrade): void =>
    void editing.commit('Add a grade', addGrade(gradeOf(piece, lettering?.id ?? null, given)));
  const offered = ready.filter(({ area }) => lettering || !isByLetters(area));
  const areas: [GradeArea, string][] = [
    ['everything', 'Over everything'],
    ['photograph', 'Over the photo'],
    ...(lettering ? ([['letters', 'Over the letters']] as [GradeArea, string][]) : []),
  ];
  return (
    <div>
      <span className="label">Add a grade</span>
      <div className="mt-1 flex flex-wrap gap-1">
        {areas.map(([area, title]) => (
          <button
            key={area}
            className="plain-button"
            disabled={!mayChange || isFull}
            onClick={() => add({ title, area, tone: { light: 0.2 } })}
          >
            {title}
          </button>
        ))}
        {offered.map((given) => (
          <button key={given.title} className="plain-button" disabled={!mayChange || isFull} onClick={() => add(given)}>
            {given.title}
          </button>
        ))}
      </div>
      {isFull && <p className="text-faint">A piece has at most {mostGrades} grades.</p>}
    </div>
  );
}

import { plainGrade, type Grade } from '../../../../core/passes/grade/schema';
import { addGrade, moveGrade } from '../../../../core/piece/edits/grades';
import { freeId } from '../../../../core/piece/edits/items';
import type { Piece } from '../../../../core/piece/schema';
import { SortableItem, SortableList } from '../../../ui/Sortable';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { GradeCard } from './GradeCard';

/** What a new grade is like: what practitioners do most often. Lengths are for a sheet 1800 px wide. */
const offered: Record<string, Partial<Grade> & { area: 'inside' | 'outside' }> = {
  'Outside: blurred and darkened': { area: 'outside', blur: 9, light: -1 },
  'Inside: lightened': { area: 'inside', light: 0.8 },
  'Inside: hue shifted': { area: 'inside', hue: 150 },
  'Outside: without colour': { area: 'outside', saturation: 0 },
  'Inside: inverted': { area: 'inside', invert: true },
  'Inside: a colour subtracted': { area: 'inside', subtract: '#33445a' },
};

function gradeOf(piece: Piece, lettering: string, { area, blur = 0, ...more }: (typeof offered)[string]): Grade {
  const plain = plainGrade(freeId(piece, 'grade'), { lettering, area, on: { kind: 'all' } });
  return { ...plain, ...more, blur: Math.round((blur * piece.sheet.width) / 180) / 10 };
}

/** Changes of the photograph by the silhouette of the chosen lettering, the nearest at the top. */
export function Controls() {
  const { piece, lettering, mayChange } = useBench();
  if (!lettering)
    return <p className="text-faint">Set a word first (line 1): the photo is changed by its silhouette.</p>;
  const own = piece.grades
    .map((grade, index) => ({ grade, index }))
    .filter(({ grade }) => grade.reach.lettering === lettering.id)
    .reverse();
  return (
    <div className="flex flex-col gap-3">
      {own.length === 0 && (
        <p className="text-faint">
          Nothing is graded. The letters are a window: change what is seen in them, or all around.
        </p>
      )}
      <SortableList
        label="Grades, the last one at the top"
        ids={own.map(({ grade }) => grade.id)}
        disabled={!mayChange}
        onMove={(from, to) => editing.commit('Move a grade', moveGrade(own[from].index, own[to].index))}
      >
        {own.map(({ grade }, i) => (
          <SortableItem key={grade.id} id={grade.id} name={`grade ${own.length - i}`}>
            <GradeCard grade={grade} number={own.length - i} />
          </SortableItem>
        ))}
      </SortableList>
      <div>
        <span className="label">Add a grade</span>
        <div className="mt-1 flex flex-wrap gap-1">
          {Object.entries(offered).map(([name, given]) => (
            <button
              key={name}
              className="plain-button"
              disabled={!mayChange || piece.grades.length >= 100}
              onClick={() => editing.commit('Add a grade', addGrade(gradeOf(piece, lettering.id, given)))}
            >
              {name}
            </button>
          ))}
        </div>
      </div>
    </div>
  );
}

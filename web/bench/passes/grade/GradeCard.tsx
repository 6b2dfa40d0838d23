import { changeItem, removeItem } from '../../../../core/piece/edits/items';
import { X } from 'lucide-react';
import type { Grade, GradeReach } from '../../../../core/passes/grade/schema';
import { setGradeReach } from '../../../../core/piece/edits/grades';
import type { Edit } from '../../../../core/piece/edits/edit';
import { Choice } from '../../../ui/Choice';
import { useBench } from '../../benchContext';
import { ColourField } from '../../coats/ColourField';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';

type On = GradeReach['on'];

const valueOf = (on: On): string => (on.kind === 'all' ? 'all' : `${on.kind} ${on.veil}`);

function onOf(value: string): On {
  const [kind, ...veil] = value.split(' ');
  return kind === 'all' ? { kind } : { kind: kind as 'veil' | 'behind', veil: veil.join(' ') };
}

/** One grade as a sentence. */
export function GradeCard({ grade, number }: { grade: Grade; number: number }) {
  const { piece, mayChange } = useBench();
  const { reach } = grade;
  const name = `grade ${number}`;
  const set = (change: Partial<Grade>): Edit => changeItem('grades', grade.id, change);
  const setReach = (change: Partial<GradeReach>): Edit => setGradeReach(grade.id, change);
  const ons: Record<string, string> = {
    all: 'on all of the photo',
    ...Object.fromEntries(
      piece.veils.flatMap((veil) => [
        [`veil ${veil.id}`, `only on ${veil.name}`],
        [`behind ${veil.id}`, `on all but ${veil.name}`],
      ]),
    ),
  };
  return (
    <div className="leading-7" data-testid="grade">
      <div className="flex items-start gap-1">
        <span className="grow">
          <Choice
            label={`Area of ${name}`}
            inSentence
            value={reach.area}
            options={{ inside: 'Inside the letters', outside: 'Outside the letters' }}
            disabled={!mayChange}
            onChoose={(area) => void editing.commit('Set the area of a grade', setReach({ area }))}
          />
          ,{' '}
          <Choice
            label={`What ${name} is laid on`}
            inSentence
            value={valueOf(reach.on)}
            options={ons}
            disabled={!mayChange}
            onChoose={(value) => void editing.commit('Set the reach of a grade', setReach({ on: onOf(value) }))}
          />
        </span>
        <button
          className="quiet-button px-0.5"
          aria-label={`Remove ${name}`}
          title="Remove"
          disabled={!mayChange}
          onClick={() => editing.commit('Remove a grade', removeItem(grade.id))}
        >
          <X size={14} aria-hidden />
        </button>
      </div>
      <ToneClause grade={grade} name={name} set={set} setReach={setReach} />
      <ColourClause grade={grade} name={name} set={set} />
    </div>
  );
}

interface ClauseProps {
  grade: Grade;
  name: string;
  set(change: Partial<Grade>): Edit;
}

/** What it does to tone and sharpness, how strongly, and how it fades. */
function ToneClause({ grade, name, set, setReach }: ClauseProps & { setReach(change: Partial<GradeReach>): Edit }) {
  return (
    <p>
      Blurred by{' '}
      <EditedValue
        label={`Blur of ${name}`}
        value={grade.blur}
        unit="px"
        digits={1}
        step={0.5}
        min={0}
        max={500}
        edit={(blur) => set({ blur })}
      />
      ,{' '}
      <EditedValue
        label={`Light of ${name}`}
        value={grade.light}
        unit="stops"
        digits={2}
        step={0.05}
        min={-8}
        max={8}
        edit={(light) => set({ light })}
      />{' '}
      of light ({Math.round(100 * 2 ** grade.light)} %), hue shifted by{' '}
      <EditedValue
        label={`Hue of ${name}`}
        value={grade.hue}
        unit="°"
        min={-360}
        max={360}
        edit={(hue) => set({ hue })}
      />
      ,{' '}
      <EditedValue
        label={`Saturation of ${name}`}
        value={grade.saturation}
        factor={100}
        unit="%"
        min={0}
        max={400}
        edit={(saturation) => set({ saturation })}
      />{' '}
      of its colour; at{' '}
      <EditedValue
        label={`Strength of ${name}`}
        value={grade.strength}
        factor={100}
        unit="%"
        min={0}
        max={100}
        edit={(strength) => set({ strength })}
      />
      , fading over{' '}
      <EditedValue
        label={`Softness of ${name}`}
        value={grade.reach.soft}
        unit="px"
        min={0}
        max={2000}
        edit={(soft) => setReach({ soft })}
      />
      .
    </p>
  );
}

/** Inverted, or a colour subtracted. */
function ColourClause({ grade, name, set }: ClauseProps) {
  const { mayChange } = useBench();
  return (
    <div className="flex flex-wrap items-center gap-x-3">
      <label className="flex items-center gap-1">
        <input
          type="checkbox"
          checked={grade.invert}
          disabled={!mayChange}
          onChange={(event) => editing.commit('Invert', set({ invert: event.target.checked }))}
        />{' '}
        inverted
      </label>
      <label className="flex items-center gap-1">
        <input
          type="checkbox"
          checked={grade.subtract !== null}
          disabled={!mayChange}
          onChange={(event) =>
            editing.commit('Subtract a colour', set({ subtract: event.target.checked ? '#33445a' : null }))
          }
        />{' '}
        a colour subtracted
      </label>
      {grade.subtract !== null && (
        <ColourField
          label={`Colour that ${name} subtracts`}
          colour={grade.subtract}
          edit={(subtract) => set({ subtract })}
          small
        />
      )}
    </div>
  );
}

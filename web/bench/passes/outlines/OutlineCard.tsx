import { ChevronDown, ChevronUp, X } from 'lucide-react';
import { useState, type ComponentProps } from 'react';
import type { Outline } from '../../../../core/passes/outlines/schema';
import { moveOutline, removeOutline, setOutline } from '../../../../core/piece/edits/outlines';
import type { Edit } from '../../../../core/piece/edits/edit';
import type { Lettering } from '../../../../core/piece/schema';
import { standingEm } from '../../../../core/type/standing';
import { Choice } from '../../../ui/Choice';
import { useBench } from '../../benchContext';
import { ColourField } from '../../coats/ColourField';
import { CoatList } from '../../coats/CoatList';
import { modeNames } from '../../coats/names';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { Governs } from '../../governs/Governs';
import { setCoat } from '../../../../core/piece/edits/ink';

export const sideNames: Record<Outline['side'], string> = {
  inside: 'inside the edge',
  centred: 'on the edge',
  outside: 'outside the edge',
};
const joinNames: Record<Outline['join'], string> = { round: 'round', mitre: 'mitred', bevel: 'bevelled' };
const dashFirst = { on: 3, off: 2, caps: 'butt' } as const;

/** What the clauses of an outline's sentence work with. */
interface ClauseProps {
  outline: Outline;
  /** Counted from 1, as people count. */
  number: number;
  set(change: Partial<Outline>): Edit;
  commit(label: string, change: Partial<Outline>): void;
  /** How its lengths are shown. */
  shown: Pick<ComponentProps<typeof EditedValue>, 'factor' | 'unit' | 'digits' | 'step'>;
  mayChange: boolean;
}

const shownIn = {
  em: { factor: 100, unit: '%', digits: 1, step: 0.1 },
  px: { unit: 'px', digits: 1, step: 0.5 },
} as const;

/** One outline as a sentence, with its paint. */
export function OutlineCard({ lettering, index }: { lettering: Lettering; index: number }) {
  const { mayChange } = useBench();
  const { id, outlines } = lettering;
  const outline = outlines.list[index];
  const number = index + 1;
  const set = (change: Partial<Outline>): Edit => setOutline(id, outline.id, change);
  const commit = (label: string, change: Partial<Outline>): void => void editing.commit(label, set(change));
  const clause = { outline, number, set, commit, shown: shownIn[outline.unit], mayChange };
  return (
    <Governs what={{ kind: 'outline', id, outline: outline.id }}>
      <div className="leading-7" data-testid="outline">
        <div className="flex items-start gap-1">
          <span className="grow">
            <WidthClause {...clause} />
          </span>
          <span className="flex">
            <PlaceButtons id={id} index={index} count={outlines.list.length} outline={outline.id} />
          </span>
        </div>
        <p>
          <EdgeClause {...clause} />; moved by <MoveClause {...clause} />; <LineClause {...clause} />.
        </p>
        <p>
          At <PaintClause {...clause} lettering={id} />.
        </p>
        <Paint lettering={id} outline={outline} number={number} />
      </div>
    </Governs>
  );
}

/** How wide it is, what that is measured in, and on which side of the edge it lies. */
function WidthClause({ outline, number, set, commit, shown, mayChange }: ClauseProps) {
  const { letters } = useBench();
  const { unit } = outline;
  const em = letters ? standingEm(letters) : 1;
  /** The same lengths in the other unit. */
  const inUnit = (next: Outline['unit']): void => {
    if (next === unit) return;
    const factor = next === 'px' ? em : 1 / em;
    const converted = (value: number): number => Math.round(value * factor * 1e5) / 1e5;
    commit('Change outline units', {
      unit: next,
      width: converted(outline.width),
      gap: converted(outline.gap),
      x: converted(outline.x),
      y: converted(outline.y),
    });
  };
  return (
    <>
      <EditedValue
        {...shown}
        label={`Width of outline ${number}`}
        value={outline.width}
        min={0}
        max={5000}
        edit={(width) => set({ width })}
      />{' '}
      <Choice
        label={`Unit of outline ${number}`}
        inSentence
        value={unit}
        options={{ px: 'of the sheet', em: 'of the letter size' }}
        disabled={!mayChange}
        onChoose={inUnit}
      />
      ,{' '}
      <Choice
        label={`Side of outline ${number}`}
        inSentence
        value={outline.side}
        options={sideNames}
        disabled={!mayChange}
        onChoose={(side) => commit('Set the side of an outline', { side })}
      />
    </>
  );
}

interface PlaceButtonsProps {
  /** Of the lettering, and of the outline. */
  id: string;
  outline: string;
  index: number;
  count: number;
}

/** Nearer, farther, gone. */
function PlaceButtons({ id, outline, index, count }: PlaceButtonsProps) {
  const { mayChange } = useBench();
  const number = index + 1;
  return (
    <>
      <button
        className="quiet-button px-0.5"
        aria-label={`Outline ${number} nearer`}
        title="Nearer"
        disabled={!mayChange || index === count - 1}
        onClick={() => editing.commit('Move an outline nearer', moveOutline(id, index, index + 1))}
      >
        <ChevronUp size={14} aria-hidden />
      </button>
      <button
        className="quiet-button px-0.5"
        aria-label={`Outline ${number} farther`}
        title="Farther"
        disabled={!mayChange || index === 0}
        onClick={() => editing.commit('Move an outline farther', moveOutline(id, index, index - 1))}
      >
        <ChevronDown size={14} aria-hidden />
      </button>
      <button
        className="quiet-button px-0.5"
        aria-label={`Remove outline ${number}`}
        title="Remove"
        disabled={!mayChange}
        onClick={() => editing.commit('Remove an outline', removeOutline(id, outline))}
      >
        <X size={14} aria-hidden />
      </button>
    </>
  );
}

/** Whether it stands before veils, and how it follows the edge. */
function EdgeClause({ outline, number, set, commit, shown, mayChange }: ClauseProps) {
  return (
    <>
      <Choice
        label={`Outline ${number} and veils`}
        inSentence
        value={outline.front ? 'front' : 'with'}
        options={{ with: 'behind veils like its letters', front: 'in front of veils' }}
        disabled={!mayChange}
        onChoose={(where) =>
          commit(where === 'front' ? 'Bring an outline before the veils' : 'Send an outline behind the veils', {
            front: where === 'front',
          })
        }
      />
      ,{' '}
      <EditedValue
        {...shown}
        label={`Gap of outline ${number}`}
        value={outline.gap}
        min={-5000}
        max={5000}
        edit={(gap) => set({ gap })}
      />{' '}
      off the edge, corners{' '}
      <Choice
        label={`Corners of outline ${number}`}
        inSentence
        value={outline.join}
        options={joinNames}
        disabled={!mayChange}
        onChoose={(join) => commit('Join the corners', { join })}
      />
      , around{' '}
      <Choice
        label={`Contour of outline ${number}`}
        inSentence
        value={outline.contour}
        options={{ joined: 'letters that touch as one', each: 'each letter' }}
        disabled={!mayChange}
        onChoose={(contour) => commit('Change the contour of an outline', { contour })}
      />
    </>
  );
}

/** How far it is moved as a whole. */
function MoveClause({ outline, number, set, shown }: ClauseProps) {
  return (
    <>
      <EditedValue
        {...shown}
        label={`Outline ${number} to the right`}
        value={outline.x}
        min={-5000}
        max={5000}
        edit={(x) => set({ x })}
      />
      ,{' '}
      <EditedValue
        {...shown}
        label={`Outline ${number} down`}
        value={outline.y}
        min={-5000}
        max={5000}
        edit={(y) => set({ y })}
      />
    </>
  );
}

/** Unbroken or dashed. */
function LineClause({ outline: { dash }, number, set, commit, mayChange }: ClauseProps) {
  return (
    <>
      <Choice
        label={`Line of outline ${number}`}
        inSentence
        value={dash ? dash.caps : 'whole'}
        options={{ whole: 'unbroken', butt: 'dashed', round: 'dashed with round ends' }}
        disabled={!mayChange}
        onChoose={(line) =>
          commit('Dash an outline', { dash: line === 'whole' ? null : { ...(dash ?? dashFirst), caps: line } })
        }
      />
      {dash && (
        <>
          {' '}
          <EditedValue
            label={`Dashes of outline ${number}`}
            value={dash.on}
            digits={1}
            step={0.1}
            min={0}
            max={1000}
            edit={(on) => set({ dash: { ...dash, on } })}
          />{' '}
          on,{' '}
          <EditedValue
            label={`Gaps between the dashes of outline ${number}`}
            value={dash.off}
            digits={1}
            step={0.1}
            min={0.1}
            max={1000}
            edit={(off) => set({ dash: { ...dash, off } })}
          />{' '}
          off, in widths
        </>
      )}
    </>
  );
}

/** How strong it is, how it is blended, and its colour where it has one. */
function PaintClause({ outline, number, set, commit, mayChange, lettering }: ClauseProps & { lettering: string }) {
  const { coats } = outline;
  return (
    <>
      <EditedValue
        label={`Opacity of outline ${number}`}
        value={outline.opacity}
        factor={100}
        unit="%"
        min={0}
        max={100}
        edit={(opacity) => set({ opacity })}
      />
      ,{' '}
      <Choice
        label={`Blend mode of outline ${number}`}
        inSentence
        value={outline.mode}
        options={modeNames}
        disabled={!mayChange}
        onChoose={(mode) => commit('Set the blend mode of an outline', { mode })}
      />
      {coats.length === 1 && coats[0].kind === 'solid' && (
        <>
          , in{' '}
          <ColourField
            label={`Colour of outline ${number}`}
            colour={coats[0].colour}
            edit={(colour) => setCoat({ of: 'outline', lettering, outline: outline.id }, 0, { colour })}
            small
          />
        </>
      )}
    </>
  );
}

/** All coats of an outline; folded away until they are wanted. */
function Paint({ lettering, outline, number }: { lettering: string; outline: Outline; number: number }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button className="quiet-button -ml-1" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? 'Fold its paint' : 'Its paint'}
      </button>
      {open && (
        <CoatList
          at={{ of: 'outline', lettering, outline: outline.id }}
          of={`of outline ${number}`}
          empty="No paint: the outline is clear."
        />
      )}
    </>
  );
}

import { changePart } from '../../../../core/piece/edits/items';
import { plainOutline, type Outline } from '../../../../core/passes/outlines/schema';
import { addOutline, freeOutline, moveOutline } from '../../../../core/piece/edits/outlines';
import { SortableItem, SortableList } from '../../../ui/Sortable';
import { useBench } from '../../benchContext';
import { Choice } from '../../../ui/Choice';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { OutlineCard } from './OutlineCard';

/** What a new outline is like: what practitioners draw most often. */
const firstOutlines: Record<string, Omit<Parameters<typeof plainOutline>[0], 'id'>> = {
  'Outside, for readability': { unit: 'em', width: 0.035, side: 'outside', colour: '#ffffff' },
  'Thin, inside': { unit: 'em', width: 0.012, side: 'inside', gap: 0.02, colour: '#ffffff' },
  'In front of veils': { unit: 'em', width: 0.014, side: 'centred', front: true, colour: '#ffffff' },
};

/** The letters' edge itself, and the bands along it, the nearest at the top. */
export function Controls() {
  const { lettering, mayChange } = useBench();
  if (!lettering) return <p className="text-faint">Set a word first (line 1).</p>;
  const {
    id,
    outlines: { list, round, corners, grow },
  } = lettering;
  const indexes = list.map((_, i) => list.length - 1 - i);
  const add = (outline: Omit<Parameters<typeof plainOutline>[0], 'id'>): Outline =>
    plainOutline({ id: freeOutline(list), ...outline });
  return (
    <div className="flex flex-col gap-3">
      <p className="leading-7">
        Letters thickened by{' '}
        <EditedValue
          label="Thickness of the letters"
          value={grow}
          factor={100}
          unit="%"
          digits={1}
          step={0.1}
          min={-50}
          max={50}
          edit={(value) => changePart(id, 'outlines', { grow: value })}
        />
        , corners rounded by{' '}
        <EditedValue
          label="Rounded corners"
          value={round}
          factor={100}
          unit="%"
          digits={1}
          step={0.1}
          min={0}
          max={50}
          edit={(value) => changePart(id, 'outlines', { round: value })}
        />{' '}
        of the letter size
        {round > 0 && (
          <>
            ,{' '}
            <Choice
              label="Which corners are rounded"
              inSentence
              value={corners}
              options={{ both: 'all of them', outer: 'those that stand out', inner: 'hollow ones' }}
              disabled={!mayChange}
              onChoose={(value) =>
                editing.commit('Choose the corners that are rounded', changePart(id, 'outlines', { corners: value }))
              }
            />
          </>
        )}
        .
      </p>
      {list.length === 0 && <p className="text-faint">No outline yet. Draw one:</p>}
      <SortableList
        label="Outlines, from near to far"
        ids={indexes.map((i) => list[i].id)}
        disabled={!mayChange}
        onMove={(from, to) => editing.commit('Move an outline', moveOutline(id, indexes[from], indexes[to]))}
      >
        {indexes.map((index) => (
          <SortableItem key={list[index].id} id={list[index].id} name={`outline ${index + 1}`}>
            <OutlineCard lettering={lettering} index={index} />
          </SortableItem>
        ))}
      </SortableList>
      <div>
        <span className="label">Draw an outline</span>
        <div className="mt-1 flex flex-wrap gap-1">
          {Object.entries(firstOutlines).map(([name, outline]) => (
            <button
              key={name}
              className="plain-button"
              disabled={!mayChange || list.length >= 40}
              onClick={() => editing.commit('Draw an outline', addOutline(id, add(outline)))}
            >
              {name}
            </button>
          ))}
        </div>
      </div>
    </div>
  );
}

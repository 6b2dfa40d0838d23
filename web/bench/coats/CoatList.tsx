import { addCoat, coatsIn, moveCoat, type CoatsAt } from '../../../core/piece/edits/ink';
import { SortableItem, SortableList } from '../../ui/Sortable';
import { useBench } from '../benchContext';
import { editing } from '../editing';
import { CoatCard } from './CoatCard';
import { coatNames, firstCoats, type Offered } from './names';
import { PictureButton } from './PictureButton';

/** As many coats as one list may have. */
const most = 40;

/**
 * The coats of something, the nearest at the top, and those that can be laid on. @param of what they lie on, such as
 * `of the panel`; '' for the ink
 */
export function CoatList({ at, of = '', empty }: { at: CoatsAt; of?: string; empty: string }) {
  const { mayChange, piece } = useBench();
  const coats = coatsIn(piece, at);
  const indexes = coats.map((_, i) => coats.length - 1 - i);
  const offered = (Object.keys(firstCoats) as Offered[]).filter((kind) => kind !== 'plate' || at.of !== 'sheet');
  const named = of === '' ? '' : ` ${of}`;
  return (
    <div className="flex flex-col gap-2">
      {coats.length === 0 && <p className="text-faint">{empty}</p>}
      <SortableList
        label={`Coats${named}, from near to far`}
        ids={indexes.map(String)}
        disabled={!mayChange}
        onMove={(from, to) => editing.commit('Move a coat', moveCoat(at, indexes[from], indexes[to]))}
      >
        {indexes.map((index) => (
          <SortableItem key={index} id={String(index)} name={`coat ${index + 1}${named}`}>
            <CoatCard at={at} index={index} name={`Coat ${index + 1}${named}`} />
          </SortableItem>
        ))}
      </SortableList>
      <div>
        <span className="label">Add a coat</span>
        <div className="mt-1 flex flex-wrap gap-1" role="group" aria-label={`Add a coat${named}`}>
          {offered.map((kind) => (
            <button
              key={kind}
              className="plain-button"
              disabled={!mayChange || coats.length >= most}
              onClick={() =>
                editing.commit(`Add a coat: ${coatNames[kind].toLowerCase()}`, addCoat(at, firstCoats[kind]))
              }
            >
              {coatNames[kind]}
            </button>
          ))}
          <PictureButton at={at} disabled={!mayChange || coats.length >= most} />
        </div>
      </div>
    </div>
  );
}

import type { Words } from '../../../../core/passes/words/schema';
import { changePart } from '../../../../core/piece/edits/items';
import { lockups } from '../../../../core/passes/words/lockups';
import { nameOf } from '../../../../core/piece/names';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';

export function Summary() {
  const { piece, lettering } = useBench();
  if (!lettering) return <span className="text-faint">No words yet. Open this line and type on the sheet.</span>;
  const { words, id } = lettering;
  const name = nameOf(lettering);
  const shown = name.length > 24 ? `${name.slice(0, 23)}…` : name;
  const size = (
    <EditedValue
      label={words.shape ? 'Width of the shape' : 'Letter size'}
      value={words.size}
      unit="px"
      min={1}
      max={20000}
      step={2}
      edit={(value) => changePart(id, 'words', { size: value })}
    />
  );
  if (words.shape) {
    return (
      <span>
        A shape, <b>{shown}</b>, {size} wide.
      </span>
    );
  }
  const { lockup } = words;
  const widthLabel = lockup.kind === 'one-width' ? 'Width of the lockup' : '';
  return (
    <span>
      <b>{words.text === '' ? 'No letters' : shown}</b> in {piece.assets[words.face]?.name},{' '}
      {lockup.kind === 'one-width' ? (
        <>
          every line{' '}
          <EditedValue
            label={widthLabel}
            value={lockup.width}
            unit="px"
            min={1}
            max={200000}
            step={2}
            edit={(width) => changePart(id, 'words', { lockup: { ...lockup, width } })}
          />{' '}
          wide.
        </>
      ) : (
        <>
          {size}, {arrangementOf(words)}.
        </>
      )}
    </span>
  );
}

export function HandTools() {
  const { lettering } = useBench();
  if (lettering?.words.shape)
    return <span className="text-faint">A shape is set in the ticket; it is filled, placed and woven like words.</span>;
  return (
    <span className="text-faint">
      {lettering
        ? 'Click in the words and type; drag to choose letters. Alt with , . ; ’ kerns and shifts them.'
        : 'Click on the sheet where the word should stand, and type.'}
    </span>
  );
}

/** How the lines are arranged, in a few words. */
function arrangementOf({ lockup, alignment }: Words): string {
  if (lockup.kind !== 'lines') return lockups.find(({ kind }) => kind === lockup.kind)!.title.toLowerCase();
  return alignment === 'centre' ? 'centred' : `set ${alignment}`;
}

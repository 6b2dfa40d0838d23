import { useRef } from 'react';
import { detailOf, liveliestSlips } from '../../../core/coats/liveliest';
import { coveringSlip } from '../../../core/coats/covering';
import type { PictureCoat } from '../../../core/coats/schema';
import type { Edit } from '../../../core/piece/edits/edit';
import { addToPictures, dropFromPictures, replacePicture, setSlips } from '../../../core/piece/edits/ink';
import { Choice } from '../../ui/Choice';
import { useBench } from '../benchContext';
import { EditedValue } from '../EditedValue';
import { editing } from '../editing';
import { ChoosePicture } from './ChoosePicture';
import type { CoatProps } from './coatProps';
import { sizesOf } from './pictureSizes';
import { SpanChoice } from './SpanChoice';

const fitNames: Record<PictureCoat['fit'], string> = { cover: 'covering', contain: 'whole', free: 'at its own size' };
const heldNames: Record<PictureCoat['held'], string> = {
  letters: 'going with the letters',
  sheet: 'staying on the sheet',
};
const turnNames: Record<PictureCoat['by'], string> = {
  letter: 'letter by letter',
  line: 'line by line',
  cell: 'in the cells of a grid',
};

/** Which picture, how it is laid into the letters, how it is slipped, and those that take turns with it. */
export function PictureSettings({ at, index, coat, name, set, commit }: CoatProps<PictureCoat>) {
  const { mayChange, piece, letters, materials } = useBench();
  /** A picture that covers stops where a letter would be left bare. */
  const placed = (change: Partial<Pick<PictureCoat, 'x' | 'y' | 'scale'>>): Edit => {
    const next = { ...coat, ...change };
    const ground = at.of === 'sheet' ? null : letters;
    if (at.of === 'panel' || (at.of !== 'sheet' && !letters)) return set(change);
    const [x, y] = coveringSlip(next, [next.x, next.y], sizesOf(coat, materials), ground, piece.sheet);
    return set({ ...change, x, y });
  };
  return (
    <div className="leading-7">
      <p>
        <b>{piece.assets[coat.asset]?.name ?? 'a picture'}</b>{' '}
        {coat.held === 'letters' && at.of !== 'sheet' && at.of !== 'panel' && (
          <>
            over{' '}
            <SpanChoice
              name={name}
              span={coat.span}
              onChoose={(span) => commit('Change the layout of the picture', { span })}
            />
            ,{' '}
          </>
        )}
        <Choice
          label={`How ${name} fits`}
          inSentence
          value={coat.fit}
          options={fitNames}
          disabled={!mayChange}
          onChoose={(fit) => commit('Fit the picture', { fit })}
        />
        ,{' '}
        <EditedValue
          label={`Size of ${name}`}
          value={coat.scale}
          factor={100}
          unit="%"
          min={coat.fit === 'cover' ? 100 : 1}
          max={10000}
          edit={(scale) => placed({ scale })}
        />{' '}
        of its fitted size, slipped by{' '}
        <EditedValue
          label={`Slip across of ${name}`}
          value={coat.x}
          factor={100}
          unit="%"
          digits={1}
          min={-10000}
          max={10000}
          edit={(x) => placed({ x })}
        />
        ,{' '}
        <EditedValue
          label={`Slip down of ${name}`}
          value={coat.y}
          factor={100}
          unit="%"
          digits={1}
          min={-10000}
          max={10000}
          edit={(y) => placed({ y })}
        />
        {at.of !== 'sheet' && (
          <>
            ,{' '}
            <Choice
              label={`What ${name} goes with`}
              inSentence
              value={coat.held}
              options={heldNames}
              disabled={!mayChange}
              onChoose={(held) =>
                commit('Change what the picture moves with', { held, x: 0, y: 0, scale: 1, slips: [] })
              }
            />
          </>
        )}
        .{' '}
        <ChoosePicture
          className="quiet-button"
          title="Replace the picture"
          disabled={!mayChange}
          onChoose={(asset) => editing.commit('Replace a picture', replacePicture(at, index, asset))}
        />
      </p>
      <p>
        {at.of !== 'sheet' && at.of !== 'panel' && <Shuffle {...{ at, index, coat, name, set, commit }} />}
        {coat.slips.length > 0 && (
          <>
            {' '}
            {coat.slips.length === 1
              ? 'One letter is slipped by itself. '
              : `${coat.slips.length} letters are slipped by themselves. `}
            <button
              className="quiet-button"
              disabled={!mayChange}
              onClick={() => commit('Reset the slips of single letters', { slips: [] })}
            >
              Reset them
            </button>
          </>
        )}
      </p>
      {coat.more.length > 0 && <MorePictures {...{ at, index, coat, name, set, commit }} />}
      <ChoosePicture
        className="quiet-button"
        title="Add a picture that takes turns"
        disabled={!mayChange || coat.more.length >= 60}
        onChoose={(asset) => editing.commit('Add a picture', addToPictures(at, index, asset))}
      />
    </div>
  );
}

function Cells({ coat: { cells }, name, set }: Pick<CoatProps<PictureCoat>, 'coat' | 'name' | 'set'>) {
  const change = (some: Partial<PictureCoat['cells']>) => set({ cells: { ...cells, ...some } });
  return (
    <>
      :{' '}
      <EditedValue
        label={`Columns of ${name}`}
        value={cells.columns}
        min={1}
        max={60}
        edit={(columns) => change({ columns: Math.round(columns) })}
      />{' '}
      across,{' '}
      <EditedValue
        label={`Rows of ${name}`}
        value={cells.rows}
        min={1}
        max={60}
        edit={(rows) => change({ rows: Math.round(rows) })}
      />{' '}
      down, gaps{' '}
      <EditedValue
        label={`Gaps of ${name}`}
        value={cells.gap}
        factor={100}
        unit="%"
        digits={1}
        min={0}
        max={200}
        edit={(gap) => change({ gap })}
      />{' '}
      of the cap height
    </>
  );
}

/** Proposes for each letter the liveliest part of the picture; pressed again it proposes others. */
function Shuffle({ at, index, coat }: CoatProps<PictureCoat>) {
  const { mayChange, letters, materials, piece } = useBench();
  const turn = useRef(0);
  const shuffle = async (): Promise<void> => {
    if (!letters || !materials) return;
    const picture = materials.picture(coat.asset);
    const detail = await detailOf(picture);
    editing.commit(
      'Shuffle the picture in the letters',
      setSlips(at, index, liveliestSlips(coat, letters, piece.sheet, picture, detail, turn.current++)),
    );
  };
  return (
    <button
      className="quiet-button"
      disabled={!mayChange || !letters?.ink || coat.more.length > 0}
      title="Slips the picture in each letter to its liveliest part"
      onClick={() => void shuffle()}
    >
      Shuffle: liveliest parts
    </button>
  );
}

/** The pictures that take turns with the first one. */
function MorePictures({ at, index, coat, name, set, commit }: CoatProps<PictureCoat>) {
  const { mayChange, piece } = useBench();
  return (
    <>
      <p>
        With {coat.more.length === 1 ? 'one more' : `${coat.more.length} more`},{' '}
        <Choice
          label={`How the pictures of ${name} take turns`}
          inSentence
          value={coat.by}
          options={turnNames}
          disabled={!mayChange}
          onChoose={(by) => commit('Change how pictures alternate', { by, ...(by !== 'cell' && { span: by }) })}
        />
        {coat.by === 'cell' && <Cells coat={coat} name={name} set={set} />}.
      </p>
      <ul>
        {coat.more.map((asset, i) => (
          <li key={i} className="flex items-center gap-2">
            <span className="truncate">{piece.assets[asset]?.name ?? 'a picture'}</span>
            <button
              className="quiet-button"
              disabled={!mayChange}
              aria-label={`Remove ${piece.assets[asset]?.name ?? 'a picture'} from ${name}`}
              onClick={() => editing.commit('Remove a picture', dropFromPictures(at, index, i))}
            >
              Take out
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}

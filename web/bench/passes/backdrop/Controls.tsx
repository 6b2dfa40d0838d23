import { addPictureCoat } from '../../../../core/piece/edits/ink';
import type { Edit } from '../../../../core/piece/edits/edit';
import { ChoosePicture } from '../../coats/ChoosePicture';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { ShadowSettings } from './ShadowSettings';
import {
  changeBackdrop,
  putBack,
  solveEdges,
  standBefore,
  unsolvedOf,
  veilsBefore,
  veilsInPlace,
  type Ground,
} from './standing';

const grounds: Record<Ground, string> = { colour: 'A colour', gradient: 'A gradient', texture: 'A texture' };

/** What stands behind the cut-out things in place of their photograph. */
export function Controls() {
  const { piece, openLine } = useBench();
  if (piece.plates.length === 0) return null;
  const cut = veilsInPlace(piece);
  return (
    <section className="flex flex-col gap-2 border-t border-rule pt-2" aria-label="Backdrop">
      <h3 className="label">Backdrop</h3>
      {cut.length === 0 && !piece.backdrop ? (
        <p className="text-faint">
          Cut something out first; then a colour, a gradient, a texture or another photograph can stand behind it.{' '}
          <button className="quiet-button" onClick={() => openLine(3)}>
            Cut something out
          </button>
        </p>
      ) : (
        <Choices />
      )}
      {piece.backdrop && <Standing />}
    </section>
  );
}

/** One press for each kind of ground. */
function Choices() {
  const { piece, mayChange, renderer } = useBench();
  const names = veilsInPlace(piece)
    .map(({ name }) => name)
    .join(', ');
  const stand = async (label: string, ground: Ground | null, more?: Edit): Promise<void> => {
    const ids = veilsInPlace(piece).map(({ id }) => id);
    const box = await renderer.extentOf(ids).catch(() => null);
    editing.commit(label, (draft) => {
      standBefore(ground, box)(draft);
      more?.(draft);
    });
  };
  return (
    <>
      <p className="text-faint">
        Behind {names || 'nothing'}
        {piece.backdrop ? ', in place of the photograph:' : ' stands:'}
      </p>
      <div className="flex flex-wrap gap-1" role="group" aria-label="What stands behind">
        <button
          className="plain-button"
          aria-pressed={piece.backdrop === null}
          disabled={!mayChange || piece.backdrop === null}
          onClick={() => editing.commit('Put the photograph back', putBack)}
        >
          The photograph
        </button>
        {(Object.keys(grounds) as Ground[]).map((ground) => (
          <button
            key={ground}
            className="plain-button"
            disabled={!mayChange}
            onClick={() => void stand(`Backdrop: ${grounds[ground].toLowerCase()}`, ground)}
          >
            {grounds[ground]}
          </button>
        ))}
        <ChoosePicture
          className="plain-button"
          title="Another photograph"
          disabled={!mayChange}
          onChoose={(asset) =>
            void stand('Backdrop: another photograph', 'colour', addPictureCoat({ of: 'sheet' }, asset))
          }
        />
      </div>
    </>
  );
}

/** What is still to be done, and the shadow. */
function Standing() {
  const { piece, mayChange } = useBench();
  const unsolved = unsolvedOf(piece);
  const isLeft = veilsBefore(piece).length === 0;
  return (
    <>
      <p className="text-faint">
        Its colour, gradient and pictures are the sheet’s own, under “A gradient or a texture on the sheet” above.
      </p>
      {isLeft && (
        <p className="text-ochre">
          Nothing is cut out any more: only the backdrop is seen. Cut again, or put the photograph back.
        </p>
      )}
      {unsolved.length > 0 && (
        <p className="flex flex-wrap items-center gap-2 text-ochre">
          <span>
            The edge of {unsolved.map(({ name }) => name).join(', ')} still shows the old ground where there is hair or
            blur.
          </span>
          <button
            className="plain-button"
            disabled={!mayChange}
            onClick={() => editing.commit('Solve the edges for the backdrop', solveEdges)}
          >
            Solve {unsolved.length === 1 ? 'it' : 'them'}
          </button>
        </p>
      )}
      <ShadowSettings backdrop={piece.backdrop!} edit={changeBackdrop} />
    </>
  );
}

import { veilHand } from './hand';
import type { Graft, Veil } from '../../../../core/passes/veils/schema';
import { freeId } from '../../../../core/piece/edits/items';
import { addGraft, setGraft } from '../../../../core/piece/edits/veils';
import { middleOf } from '../../../../core/pixels/region';
import { useAppDispatch } from '../../../store';
import { useBench } from '../../benchContext';
import { looked } from '../../benchState';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { cutPlate, inTurn, toPlate } from './cutting';

/** Copying what a veil cuts out to another place; and where the copy stands. */
export function GraftSettings({ veil }: { veil: Veil }) {
  const { piece, measures, mayChange, renderer } = useBench();
  const dispatch = useAppDispatch();
  const copy = async (): Promise<void> => {
    const { boxes } = (measures ?? (await renderer.measure())).veils;
    const box = boxes.find((one) => one.veil === veil.id)?.box;
    if (!box) throw new Error('This veil covers nothing yet: cut it first, then copy it.');
    const id = freeId(piece, 'veil');
    const plate = cutPlate(piece, veil)!;
    const middle = middleOf(box);
    // Beside where it was copied from, on the side with more room.
    const aside = Math.min(box.width, piece.sheet.width * 0.25) * (middle[0] < piece.sheet.width / 2 ? 1 : -1);
    const rounded = ([x, y]: readonly [number, number]): [number, number] => [
      Math.round(x * 10) / 10,
      Math.round(y * 10) / 10,
    ];
    const unit = Math.hypot(plate.home.a, plate.home.b);
    const [x, y] = veil.graft?.at ?? rounded(toPlate(plate, middle));
    const pivot = veil.graft?.pivot ?? [x, y];
    const graft: Graft = {
      scale: 1,
      turn: 0,
      flipped: false,
      shadow: null,
      ...veil.graft,
      pivot,
      at: rounded([x + aside / unit, y]),
    };
    if (
      editing.commit('Copy as a graft', addGraft(veil.id, { id, name: `graft of ${veil.name}`.slice(0, 200), graft }))
    ) {
      dispatch(looked({ veil: id }));
      veilHand.set({ veilTool: 'graft' });
    }
  };
  const { graft } = veil;
  return (
    <div>
      {graft ? (
        <>
          <p>
            A copy,{' '}
            <EditedValue
              label="Graft size"
              value={graft.scale}
              factor={100}
              unit="%"
              min={1}
              max={10000}
              edit={(scale) => setGraft(veil.id, { scale })}
            />{' '}
            as large, turned by{' '}
            <EditedValue
              label="Graft turn"
              value={graft.turn}
              unit="°"
              digits={1}
              min={-360}
              max={360}
              edit={(turn) => setGraft(veil.id, { turn })}
            />
            , its middle at{' '}
            <EditedValue
              label="Graft across"
              value={graft.at[0]}
              unit="px"
              min={-1e6}
              max={1e6}
              edit={(x) => setGraft(veil.id, { at: [x, graft.at[1]] })}
            />
            ,{' '}
            <EditedValue
              label="Graft down"
              value={graft.at[1]}
              unit="px"
              min={-1e6}
              max={1e6}
              edit={(y) => setGraft(veil.id, { at: [graft.at[0], y] })}
            />{' '}
            of the photograph.
          </p>
          <p className="text-faint">
            Fade its root with the touch-up brush (send behind, soft), or tuck it behind a letter with the weave.
          </p>
        </>
      ) : (
        <p className="text-faint">Copies what this veil cuts out to another place.</p>
      )}
      <div className="mt-1 flex flex-wrap gap-1">
        {graft && (
          <>
            <button
              className="plain-button"
              disabled={!mayChange}
              aria-pressed={graft.flipped}
              onClick={() => editing.commit('Flip the graft', setGraft(veil.id, { flipped: !graft.flipped }))}
            >
              Flip
            </button>
            <button
              className="plain-button"
              disabled={!mayChange}
              onClick={() =>
                editing.commit('Set the graft upright', setGraft(veil.id, { turn: 0, scale: 1, flipped: false }))
              }
            >
              As it was
            </button>
          </>
        )}
        <button className="plain-button" disabled={!mayChange} onClick={() => inTurn(copy)}>
          {graft ? 'Copy once more' : 'Copy as a graft'}
        </button>
      </div>
    </div>
  );
}

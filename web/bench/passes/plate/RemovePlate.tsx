import { useState } from 'react';
import { removeItem } from '../../../../core/piece/edits/items';
import { Sheet } from '../../../ui/Sheet';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { usePlate } from './placing';

/** Takes the photograph off; what has been cut from it goes along, and that is said first. */
export function RemovePlate() {
  const { piece, mayChange } = useBench();
  const [asking, setAsking] = useState(false);
  const { plate } = usePlate()!;
  const veils = piece.veils.filter((veil) => veil.plate === plate.id);
  const remove = (): void => {
    setAsking(false);
    editing.commit('Remove the photograph', removeItem(plate.id));
  };
  return (
    <>
      <button
        className="quiet-button"
        disabled={!mayChange}
        onClick={() => (veils.length > 0 ? setAsking(true) : remove())}
      >
        Remove
      </button>
      <Sheet title="Remove the photograph?" open={asking} onClose={() => setAsking(false)}>
        <div className="flex flex-col gap-3">
          <p>
            What has been cut from “{plate.name}” goes with it: <b>{veils.map(({ name }) => name).join(', ')}</b>. To
            keep that and change only what stands behind it, choose a backdrop instead. Undo brings everything back.
          </p>
          <div className="flex flex-wrap gap-2">
            <button className="strong-button" onClick={remove}>
              Remove both
            </button>
            <button className="quiet-button" onClick={() => setAsking(false)}>
              Keep it
            </button>
          </div>
        </div>
      </Sheet>
    </>
  );
}

import { converter } from 'culori';
import { setCast } from '../../../../core/piece/edits/veils';
import { apply } from '../../../../core/shape/affine';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { KeyCross, useKeyCross } from '../../view/KeyCross';
import { useViewport } from '../../view/viewport';
import { currentVeil, inTurn, toPlate, type CutPlate } from './cutting';
import { WholeSheet } from '../../view/WholeSheet';

/** Radius of the disc whose mean colour is taken, plate px. */
const sampled = 2;
/** How far a cast reaches around its hue at first, degrees, and what is left of its chroma. */
const firstCast = { reach: 40, turn: 0, chroma: 0.25 };

const toOklch = converter('oklch');

/** A click says which colour of the old background is left on the edge. */
export function PointingAtCast({ plate }: { plate: CutPlate }) {
  const { renderer } = useBench();
  const { toSheet } = useViewport();
  const take = (at: [number, number]): void =>
    inTurn(async () => {
      const veil = currentVeil();
      const colour = await renderer.colour(apply(plate.home, toPlate(plate, at)), sampled * plate.scale);
      const hue = colour ? toOklch(colour)?.h : undefined;
      if (!veil) return;
      if (hue === undefined)
        throw new Error('This colour is grey: it has no hue to shift. Click where the cast is stronger.');
      editing.commit('Remove a cast', setCast(veil.id, { ...firstCast, ...veil.cast, hue: Math.round(hue) % 360 }));
    });
  const keyPoint = useKeyCross({ enter: ([x, y]) => take([x, y]) });
  return (
    <g>
      <WholeSheet onPointerDown={(event) => event.button === 0 && take(toSheet(event))} />
      {keyPoint && <KeyCross at={keyPoint} />}
    </g>
  );
}

import { plateHand } from './hand';
import { changeItem } from '../../../../core/piece/edits/items';
import { keepCovered } from '../../../../core/passes/plate/gauge';
import type { Plate } from '../../../../core/passes/plate/schema';
import type { Edit } from '../../../../core/piece/edits/edit';
import type { Point } from '../../../../core/shape/affine';
import { useAppSelector } from '../../../store';
import { useBench } from '../../benchContext';

export type Place = Pick<Plate, 'scale' | 'x' | 'y'>;

/** The place after scaling so that one point of the sheet stays where it is. */
export function scaledAbout({ scale, x, y }: Place, next: number, [fixedX, fixedY]: Point): Place {
  return { scale: next, x: fixedX - ((fixedX - x) * next) / scale, y: fixedY - ((fixedY - y) * next) / scale };
}

/**
 * The chosen plate with the size of its picture, and the edit that places it (covering the sheet, where that is asked
 * for).
 */
export function usePlate(): {
  plate: Plate;
  picture: { width: number; height: number };
  place(wanted: Place): Edit;
} | null {
  const { piece, materials } = useBench();
  const chosen = useAppSelector(({ bench }) => bench.plate);
  const covered = plateHand.use('keepCovered').keepCovered;
  const plate = piece.plates.find(({ id }) => id === chosen) ?? piece.plates[0];
  if (!plate || !materials) return null;
  const picture = materials.picture(plate.asset);
  return {
    plate,
    picture,
    place: (wanted) =>
      changeItem(
        'plates',
        plate.id,
        covered && plate === piece.plates[0] ? keepCovered(wanted, picture, piece.sheet) : wanted,
      ),
  };
}

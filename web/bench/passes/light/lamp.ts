import type { Point } from '../../../../core/shape/affine';
import { rounded } from '../../../../core/shape/rounding';
import { plainLamp, tiltOf, type Lamp } from '../../../../core/light/lamp';
import type { Edit } from '../../../../core/piece/edits/edit';
import { setField } from '../../../../core/piece/edits/items';
import type { Piece } from '../../../../core/piece/schema';

/** The edit that changes the lamp, or stands one up. */
export const lampEdit =
  (piece: Piece) =>
  (change: Partial<Lamp>): Edit =>
    setField('lamp', { ...(piece.lamp ?? plainLamp()), ...change });

/**
 * A direction on a dial: its turn is the tilt, its distance from the middle the height: the middle is straight from the
 * viewer, the rim level with the picture. What stands behind the scene lies on the rim.
 * @returns x to the right, y down, the rim at 1
 */
export function onDial({ tilt, height }: Pick<Lamp, 'tilt' | 'height'>): Point {
  const far = height >= 0 ? Math.cos((height * Math.PI) / 180) : 1;
  const turn = (tilt * Math.PI) / 180;
  return [far * Math.cos(turn), -far * Math.sin(turn)];
}

/** The direction at a place of the dial. @param isBehind keeps a lamp behind the scene there */
export function fromDial([x, y]: Point, isBehind: boolean): Pick<Lamp, 'tilt' | 'height'> {
  const far = Math.min(1, Math.hypot(x, y));
  const height = (Math.acos(far) * 180) / Math.PI;
  return {
    tilt: rounded(tiltOf(x, y), 1),
    height: rounded(isBehind ? -height : height, 1),
  };
}

import { resizeTouch } from '../touch';
import type { Casts } from './schema';

/** When the sheet takes another size: whatever of casts is in sheet px; in place. @param at where a point comes to lie */
export function resizeCasts(
  casts: Casts,
  factor: number,
  at: (point: readonly [number, number]) => [number, number],
): void {
  const { contact, ambient, thrown, mirrored } = casts;
  resizeTouch(casts.touch, factor, at);
  if (casts.foot) casts.foot = [at(casts.foot[0]), at(casts.foot[1])];
  if (contact) {
    contact.offset *= factor;
    contact.blur *= factor;
  }
  if (ambient) ambient.blur *= factor;
  if (thrown) {
    thrown.lift *= factor;
    if (thrown.tips) thrown.tips = [at(thrown.tips[0]), at(thrown.tips[1])];
    if (thrown.ahead) thrown.ahead = at(thrown.ahead);
    if (thrown.wall) Object.assign(thrown.wall, { from: at(thrown.wall.from), to: at(thrown.wall.to) });
  }
  if (mirrored) {
    mirrored.blur *= factor;
    mirrored.ripple *= factor;
    mirrored.wave *= factor;
  }
}

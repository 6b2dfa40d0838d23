import { blend } from '../../kernels/blend';
import { emptyRaster } from '../../pixels/raster';
import { contentKey, type Node } from '../../graph/node';
import type { Letters } from '../../type/letters';
import { layer, type Layer, type PaintScene } from '../pass';
import { slippedIn } from '../../coats/picture';
import type { Coat } from '../../coats/schema';
import { fillingOf } from '../../coats/filling';
import type { Ink } from './schema';

/** The coats that are seen in the letters: where they are openings in a panel, those in the openings. */
export const seenCoats = ({ coats, panel }: Pick<Ink, 'coats' | 'panel'>): Coat[] =>
  panel?.knockout ? panel.opening : coats;

/** The picture that the hand slips, among the coats that are seen: the nearest one. -1 where there is none. */
export const slippedCoat = (ink: Ink): number =>
  seenCoats(ink).findLastIndex(({ kind }) => kind === 'picture' || kind === 'plate');

/** How strong a picture is seen beyond its letters while it is slipped. */
const ghostStrength = 0.3;

/**
 * The lettering whose picture is being slipped; and in which letter, by its first UTF-16 unit, or null for those that
 * are not slipped by themselves.
 */
export interface SlipLook {
  lettering: string;
  at: number | null;
}

/**
 * All of the nearest picture, also beyond the letters: what is seen faintly while it is slipped. Null where there is
 * none.
 */
export function slipGhost(letters: Letters, ink: Ink, { at }: SlipLook, scene: PaintScene): Layer | null {
  const node = ghostNode(letters, ink, at, scene);
  return node && layer('slipped picture', node, { place: 'behind', once: true, strength: ghostStrength });
}

/**
 * All of the nearest picture, also beyond the letters: what is seen faintly while it is slipped. Null where there is
 * none. @param at the letter in which it is slipped; null for those that are not slipped by themselves
 */
export function ghostNode(letters: Letters, ink: Ink, at: number | null, scene: PaintScene): Node | null {
  const coat = seenCoats(ink)[slippedCoat(ink)];
  if (coat?.kind !== 'picture' || !letters.ink) return null;
  const filling = fillingOf(
    [{ ...(at === null ? coat : slippedIn(coat, at)), slips: [], opacity: 1, mode: 'normal', reach: { kind: 'all' } }],
    letters,
    scene,
  );
  const units = filling.unitsOf(letters.letters);
  return {
    key: contentKey('ghost', filling.key),
    channels: 4,
    bounds: null,
    needs: () => ({}),
    async compute(request) {
      const out = emptyRaster(request.region.width, request.region.height, 4);
      for (const unit of units) blend(out, await filling.paint(unit, request, {}));
      return out;
    },
  };
}

import { blend } from '../../kernels/blend';
import { emptyRaster } from '../../pixels/raster';
import { contentKey, keyOf, type Node } from '../../render/node';
import { followedBy, inverse, moved, sizeOf } from '../../shape/affine';
import type { Letters, PaintScene } from '../pass';
import { paintPicture } from './coats/picture';
import type { PictureCoat } from './coats/schema';
import type { Ink } from './schema';

/** The picture that the hand slips: the nearest one. -1 where there is none. */
export const slippedCoat = ({ coats }: Ink): number => coats.findLastIndex(({ kind }) => kind === 'picture' || kind === 'plate');

/** All of the nearest picture, also beyond the letters: what is seen faintly while it is slipped. Null where there is none. */
export function ghostNode(letters: Letters, ink: Ink, { materials }: PaintScene): Node | null {
  const coat = ink.coats[slippedCoat(ink)];
  if (coat?.kind !== 'picture' || !letters.ink) return null;
  const picture = materials.picture(coat.asset);
  const boxes = boxesOf(coat, letters);
  const own = sizeOf(letters.place);
  return {
    key: contentKey('ghost', keyOf(coat), picture.key, letters.place, boxes),
    channels: 4,
    bounds: null,
    needs: () => [],
    async compute({ region, scale }) {
      const out = emptyRaster(region.width, region.height, 4);
      const toLettering = inverse(followedBy(letters.place, moved(0, 0, scale)));
      for (const box of boxes) blend(out, await paintPicture(coat, picture, { region, scale, box, toLettering, unit: own * scale, capHeight: letters.capHeight, below: out }));
      return out;
    },
  };
}

function boxesOf({ span }: PictureCoat, { letters, lines, ink }: Letters) {
  if (span === 'word') return [ink!];
  return (span === 'line' ? lines.map((line) => line.ink) : letters.map(({ bounds }) => bounds)).flatMap((box) => box ?? []);
}

import type { Piece } from '../../core/piece/schema';
import { sheetAt } from '../../core/graph/tiles';
import type { Bytes } from '../../core/proof/look';
import type { Look } from '../../core/render/compile';
import type { SheetRenderer } from '../bench/workers/renderer';

/**
 * The whole sheet at a scale, as the bench draws it.
 * @throws Error where a part of it could not be drawn
 */
export function drawWhole(renderer: SheetRenderer, piece: Piece, look: Look, scale: number): Promise<Bytes> {
  return new Promise((resolve, reject) => {
    renderer.attach(
      ({ sharp }) => {
        if (sharp?.piece === piece && sharp.look === look) resolve(assembled(renderer, piece, scale));
      },
      (message) => reject(new Error(message)),
    );
    renderer.setPiece(piece, look, false);
    renderer.setView(scale, sheetAt(piece.sheet, scale));
  });
}

function assembled(renderer: SheetRenderer, piece: Piece, scale: number): Bytes {
  const { width, height } = sheetAt(piece.sheet, scale);
  const canvas = document.createElement('canvas');
  Object.assign(canvas, { width, height });
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  for (const { region, bitmap } of renderer.shown.values())
    context.drawImage(bitmap, region.x, region.y, region.width, region.height);
  const { data } = context.getImageData(0, 0, width, height);
  return { width, height, data };
}

import { closeSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs';
import { piecesOf, svgText, type PlacedPicture } from '../../core/formats/svg';
import { PngFile } from '../codecs/pngFile';
import { renderParts } from '../render/renderSheet';
import { packIn, type SaveOrder, type Saved } from '../render/savePicture';
import type { TilePool } from '../render/tilePool';
import { orderVectors } from './vectorOrder';

const renderShare = 0.9;

/** Saves a piece as an SVG: letters as outlines, all else as pictures in it. */
export async function saveSvg(
  order: SaveOrder,
  progress: (done: number, stage: string) => void,
  pool: TilePool,
): Promise<Saved> {
  const start = performance.now();
  progress(0, 'Finding outlines');
  const { plan, parts, frame } = await orderVectors(order, pool);
  const { ppi } = order.settings;
  const drawn = parts.flatMap(({ name, frame: whole, form }) =>
    piecesOf(whole, form.channels).map((piece, i) => {
      const path = `${order.scratch}-${name}-${i}`;
      const own = { ...form, width: piece.width, height: piece.height };
      return { name, frame: piece, form: own, path, file: new PngFile(path, own, ppi, packIn(pool, own)) };
    }),
  );
  try {
    await renderParts(frame, drawn, pool, (done) => progress(done * renderShare, 'Rendering'));
    const rendered = performance.now();
    progress(renderShare, 'Writing the SVG');
    const placed = (name: string): PlacedPicture[] =>
      drawn.flatMap((part) =>
        part.name === name
          ? [
              {
                frame: part.frame,
                address: () => `data:image/png;base64,${readFileSync(part.path).toString('base64')}`,
              },
            ]
          : [],
      );
    const file = openSync(order.out, 'w');
    try {
      const texts = svgText({
        title: order.piece.name,
        frame,
        ppi,
        items: plan.items,
        ground: placed('ground'),
        inner: placed('inner'),
        patch: placed('patch'),
      });
      for (const text of texts) writeSync(file, text);
    } finally {
      closeSync(file);
    }
    return { renderMs: rendered - start, encodeMs: performance.now() - rendered, notes: plan.notes };
  } finally {
    for (const { path } of drawn) rmSync(path, { force: true });
  }
}

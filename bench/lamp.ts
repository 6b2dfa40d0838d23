import type { Browser } from 'playwright-core';
import { plainGlow } from '../core/passes/glows/schema';
import { lipSchema, reliefSchema } from '../core/passes/relief/schema';
import { mirroredSchema } from '../core/light/casting/schema';
import type { Piece } from '../core/piece/schema';
import { sizeSchema } from '../core/piece/sizeSchema';
import { makePieceAt } from '../core/sizes/pieceAt';
import type { RunningStudio } from '../e2e/studio';
import { ask, importFile } from './exports';
import { framesWhile, printFrames, watchFrames } from './frames';
import { largePlate } from './material';
import { lookAt, pace } from './pace';
import { canvasFrame, view } from './screen';

/** A piece with everything on that obeys a lamp: edges, lip, sides, shadows, mirrored letters, a glow and a flare. */
export function withAllLight(piece: Piece): Piece {
  const glows = [
    plainGlow({ id: 'glow-91', name: 'glow', as: 'glow', radius: 500, strength: 0.4 }),
    plainGlow({ id: 'glow-92', name: 'flare', as: 'flare', radius: 420, strength: 0.4, ghosts: 5, blades: 7 }),
  ];
  return {
    ...piece,
    glows: [...piece.glows, ...glows],
    depth: [...piece.depth, ...glows.map(({ id }) => id)],
    letterings: piece.letterings.map((one) => ({
      ...one,
      relief: { ...one.relief!, edges: reliefSchema.parse({ texture: 0.5 }), lip: lipSchema.parse({}) },
      casts: { ...one.casts!, mirrored: mirroredSchema.parse({}) },
    })),
  };
}

/** The piece *On the table* with all light on, 6000 px wide on a plate of 24 megapixels. @returns its id */
async function richPiece(studio: RunningStudio): Promise<string> {
  const [width, height] = [6000, 4000];
  const asset = await importFile(studio, await largePlate(width, height, 'jar'));
  const { piece } = await ask<{ piece: Piece }>(studio, '/pieces/demo-on-the-table');
  const scale = width / piece.sheet.width;
  const size = sizeSchema.parse({
    id: 'size-91',
    name: 'large',
    width,
    height,
    ppi: piece.sheet.ppi,
    crop: { scale, x: 0, y: 0 },
  });
  const large = makePieceAt(withAllLight(piece), size);
  const [plate] = large.plates;
  const { asset: key } = plate;
  return (
    await ask<{ id: string }>(studio, '/pieces/copy', {
      piece: {
        ...large,
        sizes: [],
        assets: { ...large.assets, [key]: { kind: 'plate', name: 'bench.jpg', sha256: asset.sha256 } },
        plates: [{ ...plate, scale: 1, x: 0, y: 0 }],
      },
    })
  ).id;
}

/** Frames while the lamp is turned by its dial, with all that obeys it, on 24 megapixels. */
export async function benchLamp(studio: RunningStudio, browser: Browser): Promise<void> {
  const id = await richPiece(studio);
  const page = await browser.newPage({ viewport: view });
  await page.goto(`${studio.url}/piece/${id}/7`);
  await lookAt(page);
  await watchFrames(page);
  const dial = page.getByRole('slider', { name: 'Direction of the lamp' });
  await dial.scrollIntoViewIfNeeded();
  const box = (await dial.boundingBox())!;
  const [x, y, far] = [box.x + box.width / 2, box.y + box.height / 2, box.width * 0.35];
  const turnTo = (degrees: number): Promise<void> =>
    page.mouse.move(x + far * Math.cos((degrees * Math.PI) / 180), y - far * Math.sin((degrees * Math.PI) / 180));
  await turnTo(148);
  await page.mouse.down();
  const drawn = await framesWhile(
    page,
    async () => {
      for (let i = 0; i < 60; i++) {
        await turnTo(148 - i);
        await pace(30);
      }
      await pace(200);
    },
    async () => {
      await page.mouse.up();
      await lookAt(page);
    },
  );
  printFrames('one frame while the lamp is turned, all light on, 24 megapixels', drawn, await canvasFrame(page));
  await page.close();
}

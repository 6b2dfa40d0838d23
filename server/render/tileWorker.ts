import { parentPort, workerData } from 'node:worker_threads';
import type { Piece } from '../../core/piece/schema';
import { toBytes } from '../../core/pixels/quantise';
import type { Region } from '../../core/pixels/region';
import { compile } from '../../core/render/compile';
import { Evaluator } from '../../core/render/evaluate';
import { openMaterials } from '../../core/render/materials';
import { fileLibrary, type PictureShapes } from './fileLibrary';

/** What a tile worker is started with: one piece, at one scale. */
export interface TileWorkerData {
  dataFolder: string;
  piece: Piece;
  shapes: PictureShapes;
  scale: number;
}

const cacheBytes = 48 * 1024 * 1024;
const { dataFolder, piece, shapes, scale } = workerData as TileWorkerData;
const evaluator = new Evaluator(cacheBytes);
const picture = openMaterials(piece, fileLibrary(dataFolder, shapes)).then((materials) => compile(piece, materials).picture);

parentPort!.on('message', (region: Region) => {
  void (async () => {
    try {
      const raster = await evaluator.pixels(await picture, { region, scale });
      const bytes = toBytes(raster, region.x, region.y);
      parentPort!.postMessage({ bytes }, [bytes.buffer]);
    } catch (error) {
      parentPort!.postMessage({ problem: error instanceof Error ? error.message : String(error) });
    }
  })();
});

import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { keeping, type Library } from '../../core/graph/materials';
import { openFace } from '../../core/type/faceBook';
import { openPyramid, type PyramidShape } from '../store/pyramidFile';

/** The shapes of the pictures that a piece uses, by SHA-256: what a worker must know to read their pyramids. */
export type PictureShapes = Record<string, PyramidShape>;

/** Pictures and faces straight from the data folder; needs no database, so it works in any worker. */
export function fileLibrary(dataFolder: string, shapes: PictureShapes): Library {
  return keeping({
    picture: (sha256) => {
      const shape = Object.hasOwn(shapes, sha256) ? shapes[sha256] : undefined;
      if (!shape) return Promise.reject(new Error('A picture of this piece is not in the store.'));
      return Promise.resolve().then(() => openPyramid(sha256, join(dataFolder, 'pyramids', `${sha256}.levels`), shape));
    },
    face: (sha256) => Promise.resolve().then(() => openFace(sha256, readFileSync(join(dataFolder, 'assets', sha256)))),
  });
}

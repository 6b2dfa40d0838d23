import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import type { Materials } from '../graph/materials';
import type { Picture } from '../pictures/pyramid';
import { readPiece } from '../piece/read';
import type { Piece } from '../piece/schema';
import { openFace, type OpenFace } from '../type/faceBook';
import { pictureOf } from './pictures';

/** A demo piece as its file has it. For tests and benches; run from the project's folder. */
export const demoPiece = (name: string): Piece =>
  readPiece(JSON.parse(readFileSync(`demo/pieces/${name}.json`, 'utf8')));

/** The pictures and faces that a demo piece names, from its files. */
export async function demoMaterials({ assets }: Pick<Piece, 'assets'>): Promise<Materials> {
  const pictures = new Map<string, Picture>();
  const faces = new Map<string, OpenFace>();
  for (const [key, { kind, path }] of Object.entries(assets)) {
    const bytes = readFileSync(`demo/${path}`);
    if (kind === 'face') faces.set(key, openFace(key, bytes));
    else pictures.set(key, await decoded(key, kind === 'matte' ? 1 : null, bytes));
  }
  return { picture: (key) => pictures.get(key)!, face: (key) => faces.get(key)! };
}

async function decoded(key: string, channels: 1 | null, bytes: Uint8Array): Promise<Picture> {
  const file = sharp(bytes);
  const { data, info } = await (channels === 1 ? file.extractChannel(0) : file)
    .raw()
    .toBuffer({ resolveWithObject: true });
  return pictureOf(key, { width: info.width, height: info.height, channels: info.channels, bytes: data } as never);
}

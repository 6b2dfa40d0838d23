import { existsSync } from 'node:fs';
import { Evaluator } from '../../core/graph/evaluate';
import type { Materials } from '../../core/graph/materials';
import { sheetAt } from '../../core/graph/tiles';
import { toBytes } from '../../core/kernels/colour';
import { compile, type CompiledPiece } from '../../core/render/compile';
import type { Piece } from '../../core/piece/schema';
import type { Level } from '../../core/pixels/level';
import type { Picture } from '../../core/pictures/pyramid';
import { shippedFace } from '../../core/testing/faces';
import { pictureOf } from '../../core/testing/pictures';
import { decodePicture } from '../../server/codecs/decodePicture';

const pictures = new Map<string, Picture>();

/** The files that a piece names, from the demo's folder. */
export async function demoMaterials({ assets }: Piece): Promise<Materials> {
  for (const { kind, path } of Object.values(assets)) {
    const file = `demo/${path}`;
    if (kind === 'face' || pictures.has(file)) continue;
    if (!existsSync(file)) throw new Error(`${file} is missing.`);
    pictures.set(file, pictureOf(file, await decodePicture(file, kind)));
  }
  return {
    picture: (key) => pictures.get(`demo/${assets[key].path}`)!,
    face: (key) => shippedFace(assets[key].path!.replace(/^faces\/|\.ttf$/g, '')),
  };
}

/** A piece as it would be exported, 8 bits, three channels; and the graph it was drawn from. */
export async function drawn(piece: Piece): Promise<{ picture: Level; compiled: CompiledPiece; evaluator: Evaluator }> {
  const compiled = compile(piece, await demoMaterials(piece));
  const evaluator = new Evaluator(5e8);
  const raster = await evaluator.pixels(compiled.picture, { region: sheetAt(piece.sheet, 1), scale: 1 });
  const rgba = toBytes(raster, 0, 0);
  const bytes = new Uint8Array(raster.width * raster.height * 3);
  for (let i = 0, at = 0; i < bytes.length; i += 3, at += 4) for (let c = 0; c < 3; c++) bytes[i + c] = rgba[at + c];
  return { picture: { width: raster.width, height: raster.height, channels: 3, bytes }, compiled, evaluator };
}

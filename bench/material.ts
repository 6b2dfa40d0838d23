import { existsSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import type { Piece } from '../core/piece/schema';

/** A large photograph made from a demo plate: enlarged, with grain of its own, so that it packs like a photograph. */
export async function largePlate(width: number, height: number): Promise<string> {
  const path = join('build', 'bench', `dune-${width}x${height}.jpg`);
  if (existsSync(path)) return path;
  mkdirSync(join('build', 'bench'), { recursive: true });
  const noise = await sharp({ create: { width: 1024, height: 1024, channels: 3, background: '#808080', noise: { type: 'gaussian', mean: 128, sigma: 9 } } }).png().toBuffer();
  const enlarged = await sharp('demo/plates/dune.jpg').resize(width, height, { fit: 'fill' }).raw().toBuffer();
  await sharp(enlarged, { raw: { width, height, channels: 3 }, limitInputPixels: false }).composite([{ input: noise, tile: true, blend: 'soft-light' }]).jpeg({ quality: 92 }).toFile(path);
  return path;
}

/** A demo piece at another size, on a plate of that size: every length multiplied. */
export function enlarged(piece: Piece, factor: number, plate: { sha256: string; name: string }): Piece {
  const key = piece.plates[0].asset;
  return {
    ...piece,
    name: `${piece.name} ${Math.round(factor * 100)} %`,
    sheet: { ...piece.sheet, width: Math.round(piece.sheet.width * factor), height: Math.round(piece.sheet.height * factor) },
    assets: { ...piece.assets, [key]: { kind: 'plate', ...plate } },
    letterings: piece.letterings.map((one) => ({ ...one, words: { ...one.words, size: one.words.size * factor }, stance: { ...one.stance, x: one.stance.x * factor, y: one.stance.y * factor } })),
    veils: piece.veils.map((veil) => ({
      ...veil,
      feather: veil.feather * factor,
      contours: veil.contours.map((contour) => ({ ...contour, points: contour.points.map((point) => ({ ...point, x: point.x * factor, y: point.y * factor, via: point.via.map(([x, y]): [number, number] => [x * factor, y * factor]) })) })),
      strokes: veil.strokes.map((stroke) => ({ ...stroke, radius: stroke.radius * factor, points: stroke.points.map(([x, y]): [number, number] => [x * factor, y * factor]) })),
    })),
  };
}

import { existsSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import type { Piece } from '../core/piece/schema';

/** A large photograph made from a demo plate: enlarged, with grain of its own, so that it packs like a photograph. */
export async function largePlate(width: number, height: number, plate = 'dune'): Promise<string> {
  const path = join('build', 'bench', `${plate}-${width}x${height}.jpg`);
  if (existsSync(path)) return path;
  mkdirSync(join('build', 'bench'), { recursive: true });
  const noise = await sharp({
    create: {
      width: 1024,
      height: 1024,
      channels: 3,
      background: '#808080',
      noise: { type: 'gaussian', mean: 128, sigma: 9 },
    },
  })
    .png()
    .toBuffer();
  const enlarged = await sharp(`demo/plates/${plate}.jpg`).resize(width, height, { fit: 'fill' }).raw().toBuffer();
  await sharp(enlarged, { raw: { width, height, channels: 3 }, limitInputPixels: false })
    .composite([{ input: noise, tile: true, blend: 'soft-light' }])
    .jpeg({ quality: 92 })
    .toFile(path);
  return path;
}

/**
 * A demo piece at another size: every length multiplied. @param plateScale at which the plate given covers the sheet
 */
export function enlarged(piece: Piece, factor: number, plate: { sha256: string; name: string }, plateScale = 1): Piece {
  const key = piece.plates[0].asset;
  // Cuts are kept in the plate's px.
  const onPlate = factor / plateScale;
  return {
    ...piece,
    name: `${piece.name} ${Math.round(factor * 100)} %`,
    sheet: {
      ...piece.sheet,
      width: Math.round(piece.sheet.width * factor),
      height: Math.round(piece.sheet.height * factor),
    },
    assets: { ...piece.assets, [key]: { kind: 'plate', ...plate } },
    plates: piece.plates.map((one) => ({ ...one, scale: plateScale, x: one.x * factor, y: one.y * factor })),
    letterings: piece.letterings.map((one) => ({
      ...one,
      words: { ...one.words, size: one.words.size * factor },
      stance: { ...one.stance, x: one.stance.x * factor, y: one.stance.y * factor },
    })),
    veils: piece.veils.map((veil) => ({
      ...veil,
      feather: veil.feather * factor,
      cuts: veil.cuts.map((cut) =>
        cut.kind === 'trace'
          ? {
              ...cut,
              contours: cut.contours.map((contour) => ({
                ...contour,
                points: contour.points.map((point) => ({
                  ...point,
                  x: point.x * onPlate,
                  y: point.y * onPlate,
                  via: point.via.map(([x, y]): [number, number] => [x * onPlate, y * onPlate]),
                })),
              })),
            }
          : cut,
      ),
      strokes: veil.strokes.map((stroke) => ({
        ...stroke,
        radius: stroke.radius * onPlate,
        points: stroke.points.map(([x, y]): [number, number] => [x * onPlate, y * onPlate]),
      })),
    })),
  };
}

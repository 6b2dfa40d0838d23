import { drawCuts } from '../../core/passes/veils/cutRaster';
import { readLevel, type Level, type Picture } from '../../core/pictures/pyramid';
import type { Raster } from '../../core/pixels/raster';
import type { Region } from '../../core/pixels/region';
import { fileLibrary } from '../render/fileLibrary';
import type { CutPlace, CutsGiven } from './orders';

/** The plate, and its veil's mattes by key. */
export async function openPlate(
  { dataFolder, plate, shapes }: CutPlace,
  mattes: Record<string, string> = {},
): Promise<{ picture: Picture; matte: (key: string) => Picture }> {
  const library = fileLibrary(dataFolder, shapes);
  const opened = new Map<string, Picture>();
  for (const [key, sha256] of Object.entries(mattes)) opened.set(key, await library.picture(sha256));
  const matte = (key: string): Picture => {
    const found = opened.get(key);
    if (!found) throw new Error(`The matte "${key}" of this veil is not there.`);
    return found;
  };
  return { picture: await library.picture(plate), matte };
}

export const wholePicture = (picture: Picture): Promise<Level> =>
  readLevel(picture, 0, { x: 0, y: 0, width: picture.width, height: picture.height });

/** All cuts of a veil over the whole plate at a scale, before any softening. */
export function cutsAt(
  { picture, matte }: Awaited<ReturnType<typeof openPlate>>,
  { cuts }: Pick<CutsGiven, 'cuts'>,
  scale: number,
): Promise<Raster> {
  const region = { x: 0, y: 0, width: Math.ceil(picture.width * scale), height: Math.ceil(picture.height * scale) };
  return drawCuts(cuts, { picture, matte, toOutput: { a: scale, b: 0, c: 0, d: scale, e: 0, f: 0 } }, region);
}

/** A part of it, plate px. */
export const cutsIn = (
  { picture, matte }: Awaited<ReturnType<typeof openPlate>>,
  { cuts }: Pick<CutsGiven, 'cuts'>,
  region: Region,
): Promise<Raster> => drawCuts(cuts, { picture, matte, toOutput: { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 } }, region);

/** The same in whole steps of 255. */
export async function cutBytes(
  opened: Awaited<ReturnType<typeof openPlate>>,
  given: Pick<CutsGiven, 'cuts'>,
  scale = 1,
): Promise<Uint8Array> {
  const { data } = await cutsAt(opened, given, scale);
  return Uint8Array.from(data, (value) => Math.round(Math.min(1, Math.max(0, value)) * 255));
}

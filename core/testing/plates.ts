import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import type { Level, Picture } from '../pictures/pyramid';
import { pictureOf } from './pictures';

/** Where plates lie: those of the demo, and those that only benches cut. */
export type PlateFolder = 'demo/plates' | 'bench/plates';

/** The px of a plate. For tests and benches; run from the project's folder. */
export async function plateLevel(name: string, folder: PlateFolder = 'demo/plates'): Promise<Level> {
  const { data, info } = await sharp(readFileSync(`${folder}/${name}.jpg`))
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, channels: 3, bytes: data };
}

/** A demo plate, decoded. */
export const demoPlate = async (name: string): Promise<Picture> => pictureOf(name, await plateLevel(name));

/** A true matte: 0..1 coverage. */
export async function trueMatte(
  name: string,
  folder: PlateFolder = 'demo/plates',
): Promise<{ width: number; height: number; data: Float32Array }> {
  const { data, info } = await sharp(`${folder}/truth/${name}.png`)
    .extractChannel(0)
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: Float32Array.from(data, (value) => value / 255) };
}

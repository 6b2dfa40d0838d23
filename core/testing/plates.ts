import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import type { Level, Picture } from '../pictures/pyramid';
import { pictureOf } from './pictures';

/** The px of a demo plate. For tests and benches; run from the project's folder. */
export async function plateLevel(name: string): Promise<Level> {
  const { data, info } = await sharp(readFileSync(`demo/plates/${name}.jpg`))
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, channels: 3, bytes: data };
}

/** A demo plate, decoded. */
export const demoPlate = async (name: string): Promise<Picture> => pictureOf(name, await plateLevel(name));

/** A true matte of the demo plates: 0..1 coverage. */
export async function trueMatte(name: string): Promise<{ width: number; height: number; data: Float32Array }> {
  const { data, info } = await sharp(`demo/plates/truth/${name}.png`)
    .extractChannel(0)
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: Float32Array.from(data, (value) => value / 255) };
}

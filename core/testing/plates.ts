import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import type { Picture } from '../pictures/pyramid';
import { pictureOf } from './pictures';

/** A demo plate, decoded. For tests; run from the project's folder. */
export async function demoPlate(name: string): Promise<Picture> {
  const { data, info } = await sharp(readFileSync(`demo/plates/${name}.jpg`))
    .raw()
    .toBuffer({ resolveWithObject: true });
  return pictureOf(name, { width: info.width, height: info.height, channels: 3, bytes: data });
}

/** A true matte of the demo plates: 0..1 coverage. */
export async function trueMatte(name: string): Promise<{ width: number; height: number; data: Float32Array }> {
  const { data, info } = await sharp(`demo/plates/truth/${name}.png`)
    .extractChannel(0)
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: Float32Array.from(data, (value) => value / 255) };
}

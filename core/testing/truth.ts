import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { readStrokes, type StrokesFile } from '../passes/veils/strokesFile';
import type { Level } from '../pictures/pyramid';

/** A demo plate with strokes drawn over it by hand, and the true matte that the renderer gave. */
export interface TrueCut {
  picture: Level;
  strokes: StrokesFile;
  /** True coverage of each px, 0..1, linear. */
  truth: Float32Array;
}

const truths = {
  jar: 'jar.jar',
  grass: 'dune.grass',
  ribbons: 'ribbons.ribbon-b',
  figure: 'potter-figure.figure',
} as const;
export type TrueCutName = keyof typeof truths;

/** For tests and benches; run from the project's folder. */
export async function trueCut(name: TrueCutName): Promise<TrueCut> {
  const file = JSON.parse(readFileSync(`demo/strokes/${name}.json`, 'utf8')) as { picture: string };
  const { data, info } = await sharp(`demo/plates/${file.picture}`).raw().toBuffer({ resolveWithObject: true });
  const truth = await sharp(`demo/plates/truth/${truths[name]}.png`).extractChannel(0).raw().toBuffer();
  return {
    picture: { width: info.width, height: info.height, channels: 3, bytes: data },
    strokes: readStrokes(file),
    truth: Float32Array.from(truth, (value) => value / 255),
  };
}

/** Part of the picture that both or either say to be in front, by more than half. */
export function overlap(matte: ArrayLike<number>, truth: ArrayLike<number>): number {
  let both = 0;
  let either = 0;
  for (let i = 0; i < truth.length; i++) {
    const [a, b] = [matte[i] > 0.5, truth[i] > 0.5];
    if (a && b) both++;
    if (a || b) either++;
  }
  return both / either;
}

/** Mean squared error over the px where `where` is 1. */
export function meanSquaredError(matte: ArrayLike<number>, truth: ArrayLike<number>, where: Uint8Array): number {
  let sum = 0;
  let count = 0;
  for (let i = 0; i < truth.length; i++) {
    if (!where[i]) continue;
    sum += (matte[i] - truth[i]) ** 2;
    count++;
  }
  return count === 0 ? 0 : sum / count;
}

export const fractions = (bytes: Uint8Array): Float32Array => Float32Array.from(bytes, (value) => value / 255);

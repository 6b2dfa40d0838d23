import { existsSync } from 'node:fs';
import { sheetAt } from '../../core/graph/tiles';
import { decode } from '../../core/pixels/transfer';
import type { Piece } from '../../core/piece/schema';
import { drawn } from './draw';
import { readPicture } from './score';

/** Brighter than this a px belongs to what stands before the shadow, fraction. */
const before = 0.1;

/**
 * How far the shadow that a piece throws is from the true one: the mean difference of what is left of the light, as a part
 * of what no shadow at all would be wrong by. What stands before it counts for nothing.
 * @param file of the true shadow: what is left of the light, 255 is all of it
 * @returns null where there is no true shadow, or the piece throws none
 */
export async function shadowError(piece: Piece, file: string): Promise<number | null> {
  if (!existsSync(file)) return null;
  const truth = await readPicture(file, 1);
  const { compiled, evaluator } = await drawn(piece);
  const request = { region: sheetAt(piece.sheet, 1), scale: 1 };
  const layers = compiled.letterings.flatMap(({ painted }) => painted.layers.filter(({ name }) => name === 'shadow'));
  if (layers.length === 0) return null;
  const below = await evaluator.pixels(compiled.behind, request);
  const mattes = [];
  for (const matte of compiled.mattes.values()) mattes.push(await evaluator.pixels(matte, request));
  const left = new Float32Array(truth.bytes.length).fill(1);
  for (const { node } of layers) {
    const { data } = await evaluator.pixels(node, request);
    for (let i = 0, at = 0; i < left.length; i++, at += 4) {
      const alpha = data[at + 3];
      const lit = luminance(below.data, at, 1);
      if (alpha > 0 && lit > 0) left[i] *= 1 - alpha + (alpha * luminance(data, at, alpha)) / lit;
    }
  }
  let [wrong, none] = [0, 0];
  for (let i = 0; i < left.length; i++) {
    if (mattes.some(({ data }) => data[i] > before)) continue;
    const wanted = truth.bytes[i] / 255;
    wrong += Math.abs(left[i] - wanted);
    none += 1 - wanted;
  }
  return wrong / none;
}

/** Of premultiplied encoded values. */
const luminance = (data: Float32Array, at: number, alpha: number): number =>
  0.2126 * decode(data[at] / alpha) + 0.7152 * decode(data[at + 1] / alpha) + 0.0722 * decode(data[at + 2] / alpha);

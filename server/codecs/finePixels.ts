import { codeOf, mostCode, type FineLevel } from '../../core/pictures/fine';
import type { FineRange } from '../../core/pictures/pyramid';
import { decodeExact, encodeWide } from '../../core/pixels/transfer';
import { between, rgbSpaces } from '../../core/press/rgbSpaces';
import { openPicture } from './openPicture';

/** Encoded values further outside 0..1 than this are beyond sRGB: less is rounding. */
const beyond = 0.004;

/** What is told of a picture by its file. */
interface Told {
  depth?: string;
  space?: string;
  icc?: Buffer;
}

/** Whether a file may hold more than 8 bits of sRGB do. */
const isDeep = ({ depth }: Told): boolean => depth === 'ushort' || depth === 'float' || depth === 'double';
/** Profiles tell their name as bytes, or in words of two bytes with the higher one first (ICC.1:2022, 10.13, 10.15). */
const hasOtherSpace = ({ icc }: Told): boolean => icc !== undefined && !/s\0?R\0?G\0?B/.test(icc.toString('latin1'));

/**
 * The px of a picture at 16 bits, where its file has more than 8 of sRGB: turned upright. What lies beyond sRGB is kept
 * as far as Display P3 reaches.
 * @param told as the picture library tells it of the file
 * @returns null where 8 bits of sRGB are all that there is
 */
export async function finePixels(path: string, told: Told): Promise<FineLevel | null> {
  const isOther = hasOtherSpace(told);
  if (!isDeep(told) && !isOther) return null;
  const picture = openPicture(path).autoOrient();
  const { data, info } = await (isOther ? picture.pipelineColourspace('rgb16').withIccProfile('p3') : picture)
    .toColourspace('rgb16')
    .raw({ depth: 'ushort' })
    .toBuffer({ resolveWithObject: true });
  const words = new Uint16Array(data.buffer, data.byteOffset, data.byteLength / 2);
  const { width, height, channels } = info;
  const codes = spread(words, channels);
  const level = { width, height, channels: channels % 2 === 0 ? (4 as const) : (3 as const) };
  if (!isOther) return { ...level, range: 'plain', codes };
  const range = fromP3(codes, level.channels);
  return range === 'plain' && !isDeep(told) ? null : { ...level, range, codes };
}

/** Grey px as red, green and blue. */
function spread(words: Uint16Array, channels: number): Uint16Array {
  if (channels >= 3) return words;
  const count = words.length / channels;
  const to = channels === 1 ? 3 : 4;
  const out = new Uint16Array(count * to);
  for (let i = 0; i < count; i++) {
    out.fill(words[i * channels], i * to, i * to + 3);
    if (to === 4) out[i * 4 + 3] = words[i * 2 + 1];
  }
  return out;
}

/** Display P3 of 16 bits to codes of sRGB, in place. @returns `wide` where anything lies beyond sRGB */
function fromP3(words: Uint16Array, channels: 3 | 4): FineRange {
  const [[a, b, c], [d, e, f], [g, h, i]] = between(rgbSpaces['display-p3'], rgbSpaces.srgb);
  const light = Float32Array.from({ length: mostCode + 1 }, (_, word) => decodeExact(word / mostCode));
  const converted = (at: number): [number, number, number] => {
    const [red, green, blue] = [light[words[at]], light[words[at + 1]], light[words[at + 2]]];
    return [
      encodeWide(a * red + b * green + c * blue),
      encodeWide(d * red + e * green + f * blue),
      encodeWide(g * red + h * green + i * blue),
    ];
  };
  let range: FineRange = 'plain';
  for (let at = 0; at < words.length && range === 'plain'; at += channels)
    if (converted(at).some((value) => value < -beyond || value > 1 + beyond)) range = 'wide';
  for (let at = 0; at < words.length; at += channels) {
    const [red, green, blue] = converted(at);
    words[at] = codeOf(range, red);
    words[at + 1] = codeOf(range, green);
    words[at + 2] = codeOf(range, blue);
  }
  return range;
}

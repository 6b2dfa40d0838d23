import { gaussianBlur } from '../../kernels/blur';
import { decodeByte } from '../../pixels/transfer';
import { medianOf } from '../statistics';
import type { CoarseView } from '../view';

/** Looked up once: these loops are hot. */
const { max } = Math;

/** The light that is left in a shadow, by what falls beside it: linear red, green and blue, 1 is no shadow. */
export type LightLeft = [number, number, number];

/** What has at least this part of the broad light lies beside a shadow, in the light. */
const lit = 0.85;
/** It is looked for so far around, parts of the longer side; and believed where so much of what is there lies in the light. */
const [beside, leastLit] = [0.03, 0.03];
/** Half the side of the square that must lie in shadow around a px: rims lie half in the light. */
const rim = 2;
/** What is left of the light is told by so many px at least. */
const leastCount = 100;

/**
 * Shadow is lit by the sky and by what stands around, not by the lamp, so its light has another colour. Green is kept
 * off no more than red, and blue no more than green, under any sky; a lamp indoors leaves as much of each. Other ratios
 * are those of paints.
 */
const [leastGreen, mostGreen, leastBlue, mostBlue] = [0.93, 1.6, 0.93, 1.6];
const isLight = ([red, green, blue]: LightLeft): boolean =>
  green >= leastGreen * red && green <= mostGreen * red && blue >= leastBlue * green && blue <= mostBlue * green;

/** A picture of shadows. */
export interface Shaded {
  /** 1 for the px that lie in shadow; and for those whose colour is that of what is around. */
  inShadow: Uint8Array;
  isAlike: Uint8Array;
  /** The broad light, linear. */
  broad: Float32Array;
}

/**
 * What is left of the light in the depth of shadows, by the mean of what lies beside them in the light and has their
 * colour: per channel, as illuminants are compared across a shadow's border (Finlayson, Hordley, Lu and Drew 2006).
 * @returns for some px (indices), the median of those in the depth of a shadow; null where paint is told, not light
 */
export function lightLeft(
  { width, height, light, level: { channels, bytes } }: CoarseView,
  { inShadow, isAlike, broad }: Shaded,
): (px: readonly number[]) => LightLeft | null {
  const sigma = beside * max(width, height);
  const isLit = Float32Array.from(light.data, (value, i) => (isAlike[i] && value > lit * broad[i] ? 1 : 0));
  const soft = (data: Float32Array): Float32Array => gaussianBlur({ width, height, channels: 1, data }, sigma).data;
  const weights = soft(isLit);
  const planes = [0, 1, 2].map((c) => {
    const own = new Float32Array(width * height);
    for (let i = 0, at = channels > 1 ? c : 0; i < own.length; i++, at += channels) own[i] = decodeByte[bytes[at]];
    return own;
  });
  const around = planes.map((plane) => soft(plane.map((value, i) => value * isLit[i])));
  const isDeep = (i: number): boolean => {
    const [x, y] = [i % width, (i / width) | 0];
    if (x < rim || y < rim || x >= width - rim || y >= height - rim) return false;
    for (let dy = -rim; dy <= rim; dy++)
      for (let dx = -rim; dx <= rim; dx++) if (inShadow[i + dy * width + dx] === 0) return false;
    return true;
  };
  return (px) => {
    const deep = px.filter((i) => weights[i] > leastLit && isDeep(i));
    if (deep.length < leastCount) return null;
    const left = planes.map((plane, c) =>
      medianOf(deep.map((i) => (plane[i] * weights[i]) / max(1e-5, around[c][i]))),
    ) as LightLeft;
    return isLight(left) ? left : null;
  };
}

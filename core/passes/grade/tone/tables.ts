import { copyOf, type Raster } from '../../../pixels/raster';
import { decodeExact, encodeExact } from '../../../pixels/transfer';
import { readColour } from '../../../pixels/colour';
import type { Grade } from '../schema';
import { curveThrough } from '../../../shape/curve';
import { contrasted, fadedValue, levelled } from './curve';
import type { Channel } from './schema';

/** Looked up once: the loop is hot. */
const { max, min } = Math;

/** What happens to an encoded value of one channel. */
type Change = (value: number) => number;
/** Of red, green and blue, by encoded value. */
export type Tables = readonly [Float32Array, Float32Array, Float32Array];

const steps = 4096;
const ofChannel = ['red', 'green', 'blue'] as const satisfies readonly Channel[];

function tablesOf(changesOf: (channel: (typeof ofChannel)[number]) => Change[]): Tables | null {
  const changes = ofChannel.map(changesOf);
  if (changes.every((list) => list.length === 0)) return null;
  const [red, green, blue] = changes.map((list) =>
    Float32Array.from({ length: steps + 2 }, (_, i) =>
      list.reduce((value, change) => Math.min(1, Math.max(0, change(value))), Math.min(1, i / steps)),
    ),
  );
  return [red, green, blue];
}

/** Light, at most white. @param stops each one doubles it */
const exposed =
  (stops: number): Change =>
  (value) =>
    encodeExact(Math.min(1, decodeExact(value) * 2 ** stops));

/**
 * Light, levels, curve, contrast, and what fading does to tones; null where they change nothing. @param isLit light has
 * been given already
 */
export const firstTables = ({ light, levels, curve, contrast, fade }: Grade, isLit: boolean): Tables | null =>
  tablesOf((channel) => {
    const changes: Change[] = light !== 0 && !isLit ? [exposed(light)] : [];
    for (const one of [levels?.all, levels?.[channel]]) if (one) changes.push((value) => levelled(one, value));
    for (const one of [curve?.all, curve?.[channel]]) if (one) changes.push(curveThrough(one));
    if (contrast !== 0) changes.push((value) => contrasted(value, contrast));
    // Before colours are changed: white has no room for any.
    if (fade > 0) changes.push((value) => fadedValue(value, fade));
    return changes;
  });

/** Inverted, a colour subtracted; null where they change nothing. */
export function lastTables({ invert, subtract }: Grade): Tables | null {
  const minus = subtract === null ? null : readColour(subtract);
  return tablesOf((channel) => {
    const changes: Change[] = [];
    if (invert) changes.push((value) => 1 - value);
    if (minus) changes.push((value) => value - minus[ofChannel.indexOf(channel)]);
    return changes;
  });
}

/** Every px by the tables. @param raster premultiplied encoded RGBA; not changed */
export function throughTables(raster: Raster, tables: Tables): Raster {
  const out = copyOf(raster);
  const { data } = out;
  for (let c = 0; c < 3; c++) {
    const table = tables[c];
    for (let at = c, alphaAt = 3; at < data.length; at += 4, alphaAt += 4) {
      const alpha = data[alphaAt];
      if (!(alpha > 0)) continue;
      const value = data[at] / alpha;
      const place = min(1, max(0, value)) * steps;
      const index = place | 0;
      const low = table[index];
      data[at] = (low + (table[index + 1] - low) * (place - index)) * alpha;
    }
  }
  return out;
}

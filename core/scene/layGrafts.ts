import { atopInLight } from '../kernels/coverage';
import { copyOf, type Raster } from '../pixels/raster';
import { decode, encode } from '../pixels/transfer';
import type { GraftItem, VeilLayers } from './items';

/** A graft's shadow, the graft, and the veils that stand before both, as they are asked for. */
export const partsOf = ({ shadow, front, matte, over }: GraftItem): VeilLayers[] => [
  ...(shadow ? [shadow] : []),
  { front, matte },
  ...over,
];
export const keysOf = (layers: readonly VeilLayers[]): string[][] =>
  layers.map(({ front, matte }) => [front.key, matte.key]);

/**
 * Lays grafts and their shadows on the ground, from far to near.
 * @param parts what was asked for, and @param inputs its colours and mattes; a layer that reaches nothing here is in neither
 * @param solid the ground is opaque everywhere
 */
export function layGrafts(
  out: Raster,
  grafts: readonly GraftItem[],
  parts: readonly VeilLayers[],
  inputs: readonly Raster[],
  solid: boolean,
): void {
  let next = 0;
  /** The pixels of a layer, where it is the next of those asked for. */
  const take = (layer: VeilLayers): { front: Raster; matte: Raster } | null => {
    if (parts[next]?.matte.key !== layer.matte.key || parts[next].front.key !== layer.front.key) return null;
    next++;
    return { front: inputs[2 * next - 2], matte: inputs[2 * next - 1] };
  };
  for (const { shadow, front, matte, over } of grafts) {
    const laid = [shadow && take(shadow), take({ front, matte })];
    const before = over.flatMap((veil) => take(veil) ?? []);
    for (const layer of laid) {
      if (!layer) continue;
      const colour = copyOf(layer.front);
      // What stands nearer is in the photograph already: there the graft takes on its colour.
      for (const veil of before) atopInLight(colour, veil.front, veil.matte);
      if (solid) atopInLight(out, colour, layer.matte);
      else overInLight(out, colour, layer.matte);
    }
  }
}

/** Source-over in linear light on a ground that may be clear. @param colour opaque, @param matte its coverage */
function overInLight({ data }: Raster, colour: Raster, { data: shares }: Raster): void {
  for (let i = 0, at = 0; i < shares.length; i++, at += 4) {
    const share = shares[i];
    if (share <= 0) continue;
    const below = data[at + 3] * (1 - share);
    const alpha = share + below;
    for (let c = 0; c < 3; c++) {
      const light = decode(colour.data[at + c]) * share + (below > 0 ? decode(data[at + c] / data[at + 3]) * below : 0);
      data[at + c] = encode(light / alpha) * alpha;
    }
    data[at + 3] = alpha;
  }
}

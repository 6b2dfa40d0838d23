import { combined, filtered } from '../../graph/filter';
import { contentKey, type Node, type Request } from '../../graph/node';
import { copyOf, emptyRaster, type Raster } from '../../pixels/raster';
import { decode, encode } from '../../pixels/transfer';

/** Ways to look at a veil while cutting; none of them prints. */
export const veilLooks = ['picture', 'hatch', 'colour', 'matte', 'wipe'] as const;
export type VeilLook = (typeof veilLooks)[number];

/** Distance between two stripes of the hatch, output px. */
const pitch = 9;

const everywhere = { channels: 4, bounds: null } as const;

/** The scene with the veil marked by diagonal stripes, dark beside light so that they show on anything. */
export const hatchNode = (scene: Node, matte: Node): Node =>
  combined('hatch', { scene, matte }, everywhere, (inputs, { region }) => {
    const out = copyOf(inputs.scene);
    const { data: cover } = inputs.matte;
    for (let y = 0, i = 0; y < region.height; y++) {
      for (let x = 0; x < region.width; x++, i++) {
        const phase = (((region.x + x + region.y + y) % pitch) + pitch) % pitch;
        if (phase > 2 || cover[i] === 0) continue;
        const tone = phase < 2 ? 1 : 0;
        const strength = cover[i] * (phase === 1 ? 0.85 : 0.5);
        for (let c = 0; c < 4; c++) out.data[i * 4 + c] += ((c === 3 ? 1 : tone) - out.data[i * 4 + c]) * strength;
      }
    }
    return out;
  });

/** The veil by itself on a plain ground, encoded RGB; mixed in linear light, as a lens does. */
export function aloneNode(front: Node, matte: Node, ground: readonly [number, number, number]): Node {
  const behind = ground.map(decode);
  return combined(contentKey('alone', ground), { front, matte }, everywhere, (inputs, { region }) => {
    const out = emptyRaster(region.width, region.height, 4);
    const [colour, cover] = [inputs.front.data, inputs.matte.data];
    for (let i = 0, at = 0; i < cover.length; i++, at += 4) {
      const share = cover[i];
      for (let c = 0; c < 3; c++)
        out.data[at + c] =
          share >= 1 ? colour[at + c] : encode(decode(colour[at + c]) * share + behind[c] * (1 - share));
      out.data[at + 3] = 1;
    }
    return out;
  });
}

/** Two pictures side by side: one left of an upright line, the other right of it. @param at sheet px */
export function wipeNode(left: Node, right: Node, at: number): Node {
  const columnsLeft = ({ region, scale }: Request): number =>
    Math.min(region.width, Math.max(0, Math.round(at * scale) - region.x));
  return {
    key: contentKey('wipe', left.key, right.key, at),
    channels: 4,
    bounds: null,
    needs(request) {
      const { region } = request;
      const columns = columnsLeft(request);
      return {
        ...(columns > 0 && { left: { node: left, region } }),
        ...(columns < region.width && { right: { node: right, region } }),
      };
    },
    compute(request, inputs) {
      if (!inputs.left || !inputs.right) return inputs.left ?? inputs.right;
      return leftOnto(inputs.left, inputs.right, columnsLeft(request));
    },
  };
}

/** One picture with the first columns of another. */
function leftOnto(left: Raster, right: Raster, columns: number): Raster {
  const out = copyOf(right);
  for (let row = 0; row < out.height; row++) {
    const start = row * out.width * 4;
    out.data.set(left.data.subarray(start, start + columns * 4), start);
  }
  return out;
}

/** The matte itself, white in front. */
export const matteLookNode = (matte: Node): Node =>
  filtered(matte, {
    key: 'matte look',
    reach: 0,
    ...everywhere,
    apply(cover) {
      const out = emptyRaster(cover.width, cover.height, 4);
      for (let i = 0, at = 0; i < cover.data.length; i++, at += 4) {
        out.data.fill(cover.data[i], at, at + 3);
        out.data[at + 3] = 1;
      }
      return out;
    },
  });

import { emptyRaster } from '../../pixels/raster';
import { decode, encode } from '../../pixels/transfer';
import { contentKey, type Node, type Request } from '../../graph/node';

/** Ways to look at a veil while cutting; none of them prints. */
export const veilLooks = ['picture', 'hatch', 'black', 'white', 'colour', 'matte', 'wipe'] as const;
export type VeilLook = (typeof veilLooks)[number];

/** Distance between two stripes of the hatch, output px. */
const pitch = 9;

/** The scene with the veil marked by diagonal stripes, dark beside light so that they show on anything. */
export function hatchNode(scene: Node, matte: Node): Node {
  return {
    key: contentKey('hatch', scene.key, matte.key),
    channels: 4,
    bounds: null,
    needs: ({ region }) => [
      { node: scene, region },
      { node: matte, region },
    ],
    compute({ region }, [picture, cover]) {
      const out = { ...picture, data: picture.data.slice() };
      for (let y = 0, i = 0; y < region.height; y++) {
        for (let x = 0; x < region.width; x++, i++) {
          const phase = (((region.x + x + region.y + y) % pitch) + pitch) % pitch;
          if (phase > 2 || cover.data[i] === 0) continue;
          const tone = phase < 2 ? 1 : 0;
          const strength = cover.data[i] * (phase === 1 ? 0.85 : 0.5);
          for (let c = 0; c < 4; c++) out.data[i * 4 + c] += ((c === 3 ? 1 : tone) - out.data[i * 4 + c]) * strength;
        }
      }
      return out;
    },
  };
}

/** The veil by itself on a plain ground, encoded RGB; mixed in linear light, as a lens does. */
export function aloneNode(front: Node, matte: Node, ground: readonly [number, number, number]): Node {
  const behind = ground.map(decode);
  return {
    key: contentKey('alone', front.key, matte.key, ground),
    channels: 4,
    bounds: null,
    needs: ({ region }) => [
      { node: front, region },
      { node: matte, region },
    ],
    compute({ region }, [colour, cover]) {
      const out = emptyRaster(region.width, region.height, 4);
      for (let i = 0, at = 0; i < cover.data.length; i++, at += 4) {
        const share = cover.data[i];
        for (let c = 0; c < 3; c++)
          out.data[at + c] =
            share >= 1 ? colour.data[at + c] : encode(decode(colour.data[at + c]) * share + behind[c] * (1 - share));
        out.data[at + 3] = 1;
      }
      return out;
    },
  };
}

/** Two pictures side by side: one left of an upright line, the other right of it. @param at sheet px */
export function wipeNode(left: Node, right: Node, at: number): Node {
  const sides = ({ region, scale }: Request): { left: boolean; right: boolean } => ({
    left: region.x < at * scale,
    right: region.x + region.width > at * scale,
  });
  return {
    key: contentKey('wipe', left.key, right.key, at),
    channels: 4,
    bounds: null,
    needs(request) {
      const { region } = request;
      const on = sides(request);
      return [...(on.left ? [{ node: left, region }] : []), ...(on.right ? [{ node: right, region }] : [])];
    },
    compute(request, inputs) {
      if (inputs.length < 2) return inputs[0];
      const { region, scale } = request;
      const [first, second] = inputs;
      const out = { ...second, data: second.data.slice() };
      const columns = Math.min(region.width, Math.max(0, Math.round(at * scale) - region.x));
      for (let y = 0; y < region.height; y++)
        out.data.set(first.data.subarray(y * region.width * 4, (y * region.width + columns) * 4), y * region.width * 4);
      return out;
    },
  };
}

/** The matte itself, white in front. */
export function matteLookNode(matte: Node): Node {
  return {
    key: contentKey('matte look', matte.key),
    channels: 4,
    bounds: null,
    needs: ({ region }) => [{ node: matte, region }],
    compute({ region }, [cover]) {
      const out = emptyRaster(region.width, region.height, 4);
      for (let i = 0, at = 0; i < cover.data.length; i++, at += 4) {
        out.data.fill(cover.data[i], at, at + 3);
        out.data[at + 3] = 1;
      }
      return out;
    },
  };
}

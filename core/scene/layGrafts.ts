import { boundsOf, contentKey, keyIn, touches, type Inputs, type Needs, type Node, type Request } from '../graph/node';
import { atopInLight } from '../kernels/coverage';
import { copyOf, type Raster } from '../pixels/raster';
import { decode, encode } from '../pixels/transfer';
import { cutoutKeys, frontOf, matteOf, type Cutout, type LaidOn } from './items';

/** A graft's shadow, the graft, and the veils that stand before both. */
const cutoutsOf = ({ shadow, front, matte, over }: LaidOn): Cutout[] => [
  ...(shadow ? [shadow] : []),
  { front, matte },
  ...over,
];

/**
 * The photographs with grafts and their shadows on them, from far to near. What stands nearer than a graft is in the
 * photograph
 * already: there the graft takes on its colour.
 */
export function graftedNode(ground: Node, grafts: readonly LaidOn[]): Node {
  if (grafts.length === 0) return ground;
  const all = grafts.map(cutoutsOf);
  const near = (request: Request): boolean =>
    all.some((cutouts) => cutouts.some(({ matte }) => touches(matte.bounds, request)));
  const key = contentKey('grafted', ground.key, all.map(cutoutKeys));
  return {
    key,
    channels: 4,
    bounds: ground.bounds && boundsOf([ground, ...all.flat().map(({ matte }) => matte)]),
    isSolid: (request) => ground.isSolid?.(request) === true,
    keyAt: (request) =>
      near(request) ? contentKey('grafted', keyIn(ground, request), all.map(cutoutKeys)) : keyIn(ground, request),
    asStored: async (request) => (near(request) ? null : ((await ground.asStored?.(request)) ?? null)),
    needs(request) {
      const { region } = request;
      const needs: Record<string, Needs[string]> = { ground: { node: ground, region } };
      all.forEach((cutouts, g) =>
        cutouts.forEach(({ front, matte }, i) => {
          if (!touches(matte.bounds, request)) return;
          needs[frontOf(`graft ${g}`, i)] = { node: front, region };
          needs[matteOf(`graft ${g}`, i)] = { node: matte, region };
        }),
      );
      return needs;
    },
    compute(request, inputs) {
      if (!near(request)) return inputs.ground;
      const out = copyOf(inputs.ground);
      const isSolid = ground.isSolid?.(request) === true;
      grafts.forEach((graft, g) => layGraft(out, graft, `graft ${g}`, inputs, isSolid));
      return out;
    },
  };
}

/** @param name what its cutouts' inputs are called by; @param isSolid the ground is opaque everywhere */
function layGraft(out: Raster, graft: LaidOn, name: string, inputs: Inputs, isSolid: boolean): void {
  const found = cutoutsOf(graft).map((_, i) => ({
    front: inputs[frontOf(name, i)] as Raster | undefined,
    matte: inputs[matteOf(name, i)],
  }));
  const own = graft.shadow ? 2 : 1;
  for (const { front, matte } of found.slice(0, own)) {
    if (!front) continue;
    const colour = copyOf(front);
    for (const veil of found.slice(own)) if (veil.front) atopInLight(colour, veil.front, veil.matte);
    if (isSolid) atopInLight(out, colour, matte);
    else overInLight(out, colour, matte);
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

import { letteringPasses } from '../passes';
import { blend, type BlendMode } from '../kernels/blend';
import type { LetteringLayer, LetteringPass, Letters, Materials, PaintScene } from '../passes/pass';
import { emptyRaster } from '../pixels/raster';
import { unionOf } from '../pixels/region';
import type { Lettering } from '../piece/schema';
import { identity } from '../shape/affine';
import { contentKey, type Node } from '../graph/node';

const nothing: Letters = {
  letters: [],
  lines: [],
  size: 0,
  capHeight: 0,
  ink: null,
  flatInk: null,
  place: identity,
  warp: null,
  echoes: [],
};

/** The passes as one list; each is given its own part of the lettering. */
const passes = letteringPasses as readonly unknown[] as readonly LetteringPass<unknown>[];
const partOf = (lettering: Lettering, key: string): unknown => lettering[key as keyof Lettering];

/** What each pass last made of each part of a piece, and from what. */
const made = new Map(
  passes.map((pass) => [pass, new WeakMap<object, { from: Letters; materials: Materials; to: Letters }>()]),
);

function arrangeBy(pass: LetteringPass<unknown>, letters: Letters, part: unknown, materials: Materials): Letters {
  if (!pass.arrange) return letters;
  if (typeof part !== 'object' || part === null) return pass.arrange(letters, part, materials);
  const known = made.get(pass)!;
  const last = known.get(part);
  if (last && last.from === letters && last.materials === materials) return last.to;
  const to = pass.arrange(letters, part, materials);
  known.set(part, { from: letters, materials, to });
  return to;
}

/** A lettering laid out and placed: every pass that works on outlines, in the order of the ticket. What is unchanged is kept. */
export function arrange(lettering: Lettering, materials: Materials): Letters {
  return passes.reduce((letters, pass) => arrangeBy(pass, letters, partOf(lettering, pass.key), materials), nothing);
}

/**
 * The lettering's layers from far to near: every pass that works on pixels, in the order of the ticket.
 * @param isWanted which of them are wanted; all where it is left out
 */
export function paint(
  lettering: Lettering,
  letters: Letters,
  scene: PaintScene,
  isWanted: (layer: LetteringLayer) => boolean = () => true,
): LetteringLayer[] {
  const all = passes.reduce<LetteringLayer[]>(
    (below, pass) => pass.paint?.(below, letters, partOf(lettering, pass.key), scene) ?? below,
    [],
  );
  const layers = all.filter(isWanted);
  return lettering.ink.together === null ? layers : laidTogether(layers, lettering.ink.together);
}

/** Layers laid on one another, and then as one on what is below. What stands before veils, and holes, stay by themselves. */
function laidTogether(layers: readonly LetteringLayer[], mode: BlendMode): LetteringLayer[] {
  const isAlone = ({ kind }: LetteringLayer): boolean => kind === 'front' || kind === 'hole';
  const own = layers.filter((layer) => !isAlone(layer));
  if (own.length === 0) return [...layers];
  const node: Node = {
    key: contentKey(
      'together',
      own.map((layer) => [layer.node.key, layer.mode]),
    ),
    channels: 4,
    bounds: unionOf(own.map((layer) => layer.node.bounds)),
    needs: ({ region }) => own.map((layer) => ({ node: layer.node, region })),
    compute({ region }, inputs) {
      const out = emptyRaster(region.width, region.height, 4);
      inputs.forEach((layer, i) => blend(out, layer, own[i].mode));
      return out;
    },
  };
  return [
    ...layers.filter(({ kind }) => kind === 'hole'),
    { kind: 'letters', node, mode },
    ...layers.filter(({ kind }) => kind === 'front'),
  ];
}

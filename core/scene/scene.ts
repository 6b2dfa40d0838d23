import { contentKey, keyIn, touches, type Inputs, type Needs, type Node, type Request } from '../graph/node';
import { copyOf } from '../pixels/raster';
import { cutoutKeys, frontOf, matteOf, type SceneItem } from './items';
import { layLetters, type LaidItem } from './layLetters';

/**
 * What stands on the depth line, laid on the photographs from far to near. Letters are gathered on a layer of their
 * own, the veils
 * over them are laid on that layer, and the layer on the photographs; so a veil with nothing behind it leaves the
 * photograph as it
 * is, to the bit, and what shows through hair is the letter and not the old background.
 * @param ground the photographs on their sheet, as they are graded, with grafts
 * @param sheet the bare sheet: what holes are cut down to
 */
export function sceneNode(ground: Node, sheet: Node, items: readonly SceneItem[]): Node {
  if (items.length === 0) return ground;
  const itemsAt = (request: Request): NearItem[] =>
    items.flatMap((item, number) => (touches(item.node.bounds, request) ? [nearItem(item, number, request)] : []));
  const keyOf = (near: readonly SceneItem[], below: string, nodeKey: (node: Node) => string): string =>
    contentKey(
      'scene',
      below,
      near.some(({ place }) => place === 'hole') && sheet.key,
      near.map(({ node, place, mode, mixing, isRepeated, strength, over }) => [
        nodeKey(node),
        place,
        mode,
        mixing,
        isRepeated,
        strength,
        cutoutKeys(over),
      ]),
    );
  return {
    key: keyOf(items, ground.key, ({ key }) => key),
    channels: 4,
    bounds: null,
    isSolid: (request) => ground.isSolid?.(request) === true,
    keyAt(request) {
      const near = itemsAt(request);
      const below = keyIn(ground, request);
      return near.length === 0 ? below : keyOf(near, below, (node) => keyIn(node, request));
    },
    asStored: async (request) => (itemsAt(request).length === 0 ? ((await ground.asStored?.(request)) ?? null) : null),
    needs(request) {
      const { region } = request;
      const near = itemsAt(request);
      const needs: Record<string, Needs[string]> = { ground: { node: ground, region } };
      if (near.some(({ place }) => place === 'hole')) needs.sheet = { node: sheet, region };
      for (const { name, node, over } of near) {
        needs[name] = { node, region };
        over.forEach(({ front, matte }, i) => {
          needs[frontOf(name, i)] = { node: front, region };
          needs[matteOf(name, i)] = { node: matte, region };
        });
      }
      return needs;
    },
    compute(request, inputs) {
      const near = itemsAt(request);
      if (near.length === 0) return inputs.ground;
      const out = copyOf(inputs.ground);
      layLetters(
        out,
        near.map((item) => laid(item, inputs)),
        inputs.sheet ?? null,
      );
      return out;
    },
  };
}

/** An item that is seen in a request, with the veils that reach it, and the name of its input. */
interface NearItem extends SceneItem {
  name: string;
}

const nearItem = (item: SceneItem, number: number, request: Request): NearItem => ({
  ...item,
  over: item.over.filter(({ matte }) => touches(matte.bounds, request)),
  name: `item ${number}`,
});

const laid = (item: NearItem, inputs: Inputs): LaidItem => ({
  ...item,
  ink: inputs[item.name],
  veils: item.over.map((_, i) => ({
    front: inputs[frontOf(item.name, i)],
    matte: inputs[matteOf(item.name, i)],
  })),
  key: JSON.stringify(item.over.map(({ matte }) => matte.key)),
});

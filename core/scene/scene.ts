import { contentKey, keyIn, touches, type Inputs, type Needs, type Node, type Request } from '../graph/node';
import { isBlank } from '../pixels/even';
import { copyOf, type Raster } from '../pixels/raster';
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
    inLayers(
      items.flatMap((item, number) => (touches(item.node.bounds, request) ? [nearItem(item, number, request)] : [])),
    );
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
      for (const { name, node } of near) needs[name] = { node, region };
      return needs;
    },
    // What lies over nothing is not asked for, nor the colour of a veil that is not there.
    needsThen(request, inputs) {
      const { region } = request;
      const needs: Record<string, Needs[string]> = {};
      for (const { name, over } of seenIn(itemsAt(request), inputs))
        over.forEach(({ front, matte }, i) => {
          const cover: Raster | undefined = inputs[matteOf(name, i)];
          needs[matteOf(name, i)] = { node: matte, region };
          if (cover && !isBlank(cover)) needs[frontOf(name, i)] = { node: front, region };
        });
      return needs;
    },
    compute(request, inputs) {
      const near = seenIn(itemsAt(request), inputs);
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

/** An item near a request, with the veils that reach it, the name of its input, and the number of the layer it lies on. */
interface NearItem extends SceneItem {
  name: string;
  layer: number;
}

const nearItem = (item: SceneItem, number: number, request: Request): NearItem => ({
  ...item,
  over: item.over.filter(({ matte }) => touches(matte.bounds, request)),
  name: `item ${number}`,
  layer: 0,
});

/** Neighbours with the same veils over them lie on one layer, whichever of them shows anything here. */
function inLayers(near: readonly NearItem[]): NearItem[] {
  let layer = 0;
  return near.map((item, i) => ({ ...item, layer: i > 0 && !isAlike(near[i - 1], item) ? ++layer : layer }));
}

const veilsOver = ({ over }: NearItem): string => over.map(({ matte }) => matte.key).join(' ');
const isAlike = (one: NearItem, next: NearItem): boolean =>
  !standsAlone(one) && !standsAlone(next) && veilsOver(one) === veilsOver(next);
const standsAlone = ({ place }: NearItem): boolean => place === 'hole' || place === 'beforeVeils';

/** Those that show anything. */
const seenIn = (near: readonly NearItem[], inputs: Inputs): NearItem[] =>
  near.filter(({ name }) => !isBlank(inputs[name]));

const laid = (item: NearItem, inputs: Inputs): LaidItem => ({
  ...item,
  ink: inputs[item.name],
  veils: item.over.flatMap((_, i) => {
    const matte = inputs[matteOf(item.name, i)];
    return isBlank(matte) ? [] : [{ front: inputs[frontOf(item.name, i)], matte }];
  }),
});

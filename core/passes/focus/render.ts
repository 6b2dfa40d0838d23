import { boundsOf } from '../../graph/node';
import type { Letters } from '../../type/letters';
import { lensed, mapLayer, type Layer, type Painted } from '../pass';
import type { Node } from '../../graph/node';
import { outOfFocus } from './blur';
import { grainy } from './grain';
import { inMotion } from './motion';
import type { LetterFocus } from './schema';
import { sigmaField } from './sigmas';

/** Letters as sharp and as grainy as the photograph: what they throw elsewhere is not theirs to blur. */
export function focused(painted: Painted, letters: Letters, { blur, motion, grain }: LetterFocus): Painted {
  const own = painted.layers.filter(({ isCast }) => !isCast);
  const region = boundsOf(own.map(({ node }) => node)) ?? { x: 0, y: 0, width: 1000, height: 1000 };
  const field = blur?.shown ? sigmaField(blur, letters, region) : null;
  const moves: ((node: Node) => Node)[] = [];
  if (blur && field && field.most > 0) moves.push((node) => outOfFocus(node, blur, field));
  if (motion?.shown && motion.length > 0) moves.push((node) => inMotion(node, motion));
  const seen = (node: Node): Node => moves.reduce((now, move) => move(now), node);
  const grained = grain?.shown && grain.strength > 0 ? grain : null;
  const changed = (one: Layer): Layer => {
    if (one.isCast) return one;
    // What a lens mixes is mixed as light.
    const blurred: Layer =
      moves.length === 0 ? one : { ...lensed(one, seen), mixing: one.mode === 'normal' ? 'linear' : one.mixing };
    return grained && one.place !== 'hole'
      ? {
          ...mapLayer(blurred, (node) => (node.channels === 4 ? grainy(node, grained) : node)),
          covers: blurred.covers ?? blurred.node,
        }
      : blurred;
  };
  return {
    layers: painted.layers.map(changed),
    cover:
      moves.length === 0 ? painted.cover : { all: seen(painted.cover.all), of: (some) => seen(painted.cover.of(some)) },
  };
}

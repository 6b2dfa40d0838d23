import type { Node } from '../../graph/node';
import { readColour } from '../../pixels/colour';
import type { ShowScene } from '../pass';
import { aloneNode, hatchNode, matteLookNode, wipeNode, type VeilLook } from './looks';
import type { Veil } from './schema';

/**
 * How a veil is looked at. `ground`: CSS colour; `wipe`: sheet px from the left, where the cut as it was changes to the
 * edge as it is.
 */
export interface VeilShow {
  id: string;
  show: VeilLook;
  ground?: string;
  wipe?: number;
}

/** A veil before its edge was worked on. */
const asCut = (veil: Veil): Veil => ({ ...veil, fine: null, softness: null, strokes: [], cast: null });

/** Another way to look at one veil; the picture itself where it is not there. */
export function showVeil(
  picture: Node,
  { veils }: { veils: Veil[] },
  { id, show, ground = 'white', wipe = 0 }: VeilShow,
  scene: ShowScene<{ veils: Veil[] }>,
): Node {
  const veil = scene.cutoutOf(id);
  if (!veil) return picture;
  const on = (colour: string): Node => {
    const [red, green, blue] = readColour(colour);
    return aloneNode(veil.front, veil.matte, [red, green, blue]);
  };
  switch (show) {
    case 'picture':
      return picture;
    case 'hatch':
      return hatchNode(picture, veil.matte);
    case 'matte':
      return matteLookNode(veil.matte);
    case 'wipe':
      return wipeNode(scene.again({ veils: veils.map((one) => (one.id === id ? asCut(one) : one)) }), picture, wipe);
    case 'colour':
      return on(ground);
  }
}

import type { Node } from '../../render/node';
import type { ScenePass } from '../pass';
import { frontNode, matteNode, type PlatePlace } from './render';
import { veilSchema, type Veil } from './schema';

/** The plate that a veil is cut from: where it stands, and its pixels. */
export interface VeilContext {
  place: PlatePlace;
  plate: Node;
}

export const veilsPass: ScenePass<Veil, VeilContext> = {
  line: 3,
  key: 'veils',
  title: 'Veils',
  schema: veilSchema,
  layers(veil, materials, { place, plate }) {
    const matte = matteNode(veil, place, materials);
    return { matte, front: frontNode(veil, plate, matte) };
  },
};

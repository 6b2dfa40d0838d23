import type { Node } from '../../render/node';
import type { ScenePass } from '../pass';
import { frontNode } from './front';
import { matteNode, type CoverOf, type PlatePlace } from './render';
import { veilSchema, type Veil } from './schema';

/** The plate that a veil is cut from: where it stands, and its pixels. */
export interface VeilContext {
  place: PlatePlace;
  plate: Node;
  /** What fences are made of. */
  coverOf: CoverOf;
}

export const veilsPass: ScenePass<Veil, VeilContext> = {
  line: 3,
  key: 'veils',
  title: 'Veils',
  schema: veilSchema,
  layers(veil, materials, { place, plate, coverOf }) {
    const matte = matteNode(veil, place, materials, coverOf);
    return { matte, front: frontNode(veil, place, materials, plate, matte) };
  },
};

import type { Node } from '../../graph/node';
import { inverse } from '../../shape/affine';
import type { ScenePass } from '../pass';
import { frontNode } from './front';
import { graftOnSheet, movedNode } from './graft';
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
    const map = veil.graft && graftOnSheet(veil.graft, place);
    // A graft is cut where it comes from; the letters that fence its strokes are brought there.
    const fences: CoverOf = (lettering) => {
      const cover = coverOf(lettering);
      return cover && map ? movedNode(cover, inverse(map)) : cover;
    };
    const matte = matteNode(veil, place, materials, fences);
    const front = frontNode(veil, place, materials, plate, matte);
    return map ? { matte: movedNode(matte, map), front: movedNode(front, map) } : { matte, front };
  },
};

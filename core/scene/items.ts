import type { LetteringLayer } from '../passes/pass';
import type { Node } from '../graph/node';

/** What a veil is made of. */
export interface VeilLayers {
  front: Node;
  matte: Node;
}

/** A layer of a lettering, and what is laid over it, in that order. */
export interface SceneItem extends Omit<LetteringLayer, 'parts'> {
  strength: number;
  over: readonly VeilLayers[];
}

/** A graft lies on the photograph too, not on letters alone. */
export interface GraftItem extends VeilLayers {
  shadow: VeilLayers | null;
  /** Veils that stand nearer than the graft, in the order in which they are laid. */
  over: readonly VeilLayers[];
}

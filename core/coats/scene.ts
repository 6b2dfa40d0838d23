import type { Materials } from '../graph/materials';
import type { Node } from '../graph/node';
import type { Size } from '../pixels/region';

/** What coats are painted with besides what they say themselves. */
export interface CoatScene {
  materials: Materials;
  sheet: Size;
  /** The bare photographs on their sheet. */
  photo: Node;
  /** All that lies below what is coated, as it will be seen: graded photographs and whatever stands farther off. */
  below: Node;
  /** The sheet with nothing on it. */
  bareSheet: Node;
  /** What coats with a blend mode of their own are mixed with too; left out: with the coats below them alone. */
  onto?: Node;
}

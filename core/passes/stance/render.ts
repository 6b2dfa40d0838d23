import { placed } from '../../shape/affine';
import type { Letters } from '../pass';
import type { Stance } from './schema';

/** Puts the letters on the sheet. Outlines stay vectors, so their edges are crisp at every scale. */
export function stand(letters: Letters, stance: Stance): Letters {
  return { ...letters, place: placed(stance.scale, stance.rotation, stance.x, stance.y) };
}

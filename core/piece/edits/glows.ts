import { plainGlow, type Glow } from '../../passes/glows/schema';
import type { Edit } from './edit';
import { freeId, itemOf } from './items';

/** A further glow or flare, nearest to the viewer. @param radius sheet px */
export const addGlow =
  (as: Glow['as'], radius: number): Edit =>
  (piece) => {
    const id = freeId(piece, 'glow');
    piece.glows.push(plainGlow({ id, name: as === 'glow' ? 'glow' : 'flare', as, radius }));
    piece.depth.push(id);
  };

export const changeGlow =
  (id: string, change: Partial<Glow>): Edit =>
  (piece) =>
    void Object.assign(itemOf(piece.glows, id), change);

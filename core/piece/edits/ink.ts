import { solidCoat, type Coat, type SolidCoat } from '../../passes/ink/coats/schema';
import type { Asset } from '../schema';
import { moveWithin, type Edit } from './edit';
import { dropUnused, keepAsset, thing } from './things';

/** Changes the nearest coat of one colour; where there is none, one is laid on. */
export const setSolid = (id: string, change: Partial<SolidCoat>): Edit => (piece) => {
  const { coats } = thing(piece.letterings, id).ink;
  const found = coats.findLast((coat): coat is SolidCoat => coat.kind === 'solid');
  if (found) Object.assign(found, change);
  else coats.push(solidCoat({ colour: '#1f2328', ...change }));
};

/** Lays a coat on, over all others. */
export const addCoat = (id: string, coat: Coat): Edit => (piece) => void thing(piece.letterings, id).ink.coats.push(structuredClone(coat));

/** Lays a picture on. */
export const addPictureCoat = (id: string, coat: Omit<Extract<Coat, { kind: 'picture' }>, 'asset'>, asset: Asset & { sha256: string }): Edit => (piece) => {
  thing(piece.letterings, id).ink.coats.push({ ...structuredClone(coat), asset: keepAsset(piece, asset) });
};

export const setCoat = (id: string, index: number, change: Partial<Coat>): Edit => (piece) => void Object.assign(thing(piece.letterings, id).ink.coats[index], change);

export const removeCoat = (id: string, index: number): Edit => (piece) => {
  thing(piece.letterings, id).ink.coats.splice(index, 1);
  dropUnused(piece);
};

/** Moves a coat nearer (1) or further off (-1) among the coats. */
export const moveCoat = (id: string, index: number, by: 1 | -1): Edit => (piece) => moveWithin(thing(piece.letterings, id).ink.coats, index, index + by);

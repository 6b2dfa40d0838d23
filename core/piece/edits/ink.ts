import { pictureCoat, solidCoat, type Coat, type PictureCoat, type SolidCoat } from '../../coats/schema';
import type { Panel } from '../../passes/ink/panel/schema';
import type { Ink } from '../../passes/ink/schema';
import type { Asset, Lettering } from '../schema';
import { moveWithin, type Edit } from './edit';
import { dropUnused, keepAsset, thing } from './things';

/** Which coats of a lettering are meant: those of its ink, its panel, the openings in that, or one of its outlines. */
export type CoatsAt = { of: 'ink' | 'panel' | 'opening' } | { of: 'outline'; outline: string };

/** @throws Error where there is no such panel or outline any more */
export function coatsIn({ ink, outlines }: Pick<Lettering, 'ink' | 'outlines'>, at: CoatsAt): Coat[] {
  if (at.of === 'ink') return ink.coats;
  if (at.of === 'outline') return thing(outlines.list, at.outline).coats;
  if (!ink.panel) throw new Error('There is no panel behind these letters any more.');
  return at.of === 'panel' ? ink.panel.coats : ink.panel.opening;
}

const inkAt: CoatsAt = { of: 'ink' };

/** Changes the nearest coat of one colour; where there is none, one is laid on. */
export const setSolid = (id: string, change: Partial<SolidCoat>): Edit => (piece) => {
  const { coats } = thing(piece.letterings, id).ink;
  const found = coats.findLast((coat): coat is SolidCoat => coat.kind === 'solid');
  if (found) Object.assign(found, change);
  else coats.push(solidCoat({ colour: '#1f2328', ...change }));
};

/** Lays a coat on, over all others. */
export const addCoat = (id: string, coat: Coat, at: CoatsAt = inkAt): Edit => (piece) => void coatsIn(thing(piece.letterings, id), at).push(structuredClone(coat));

/** Lays a picture on. */
export const addPictureCoat = (id: string, asset: Asset & { sha256: string }, at: CoatsAt = inkAt): Edit => (piece) => {
  coatsIn(thing(piece.letterings, id), at).push(pictureCoat({ asset: keepAsset(piece, asset) }));
};

/** Puts one more picture beside those that a picture coat has. */
export const addToPictures = (id: string, index: number, asset: Asset & { sha256: string }, at: CoatsAt = inkAt): Edit => (piece) => {
  const coat = coatsIn(thing(piece.letterings, id), at)[index];
  if (coat.kind === 'picture') coat.more.push(keepAsset(piece, asset));
};

/** Takes one of a coat's further pictures away. */
export const dropFromPictures = (id: string, index: number, which: number, at: CoatsAt = inkAt): Edit => (piece) => {
  const coat = coatsIn(thing(piece.letterings, id), at)[index];
  if (coat.kind === 'picture') coat.more.splice(which, 1);
  dropUnused(piece);
};

/** Sets how a picture is slipped in single letters; what is not named stays. */
export const setSlips = (id: string, index: number, slips: PictureCoat['slips'], at: CoatsAt = inkAt): Edit => (piece) => {
  const coat = coatsIn(thing(piece.letterings, id), at)[index];
  if (coat.kind !== 'picture') return;
  const named = new Set(slips.map((slip) => slip.at));
  coat.slips = [...coat.slips.filter((slip) => !named.has(slip.at)), ...slips].sort((a, b) => a.at - b.at);
};

export const setCoat = (id: string, index: number, change: Partial<Coat>, at: CoatsAt = inkAt): Edit => (piece) => void Object.assign(coatsIn(thing(piece.letterings, id), at)[index], change);

export const removeCoat = (id: string, index: number, at: CoatsAt = inkAt): Edit => (piece) => {
  coatsIn(thing(piece.letterings, id), at).splice(index, 1);
  dropUnused(piece);
};

/** Moves a coat to another place among the coats. */
export const moveCoat = (id: string, from: number, to: number, at: CoatsAt = inkAt): Edit => (piece) => moveWithin(coatsIn(thing(piece.letterings, id), at), from, to);

export const setInk = (id: string, change: Partial<Pick<Ink, 'mode' | 'together'>>): Edit => (piece) => void Object.assign(thing(piece.letterings, id).ink, change);

/** Puts a panel behind the letters, or takes it away. */
export const putPanel = (id: string, panel: Panel | null): Edit => (piece) => {
  thing(piece.letterings, id).ink.panel = panel && structuredClone(panel);
  dropUnused(piece);
};

export const setPanel = (id: string, change: Partial<Panel>): Edit => (piece) => {
  const { panel } = thing(piece.letterings, id).ink;
  if (panel) Object.assign(panel, change);
};

import { pictureCoat, solidCoat, type Coat, type PictureCoat, type SolidCoat } from '../../coats/schema';
import type { Panel } from '../../passes/ink/panel/schema';
import type { Asset, Piece } from '../schema';
import { moveWithin, type Edit } from './edit';
import { dropUnused, keepAsset, itemOf } from './items';

/**
 * Which coats are meant: those of the sheet, of a lettering's ink, its panel, the openings in that, or one of its
 * outlines.
 */
export type CoatsAt =
  | { of: 'sheet' }
  | { of: 'ink' | 'panel' | 'opening'; lettering: string }
  | { of: 'outline'; lettering: string; outline: string };

/** @throws Error where there is no such panel or outline any more */
export function coatsIn(piece: Pick<Piece, 'sheet' | 'letterings'>, at: CoatsAt): Coat[] {
  if (at.of === 'sheet') return piece.sheet.coats;
  const { ink, outlines } = itemOf(piece.letterings, at.lettering);
  if (at.of === 'ink') return ink.coats;
  if (at.of === 'outline') return itemOf(outlines.list, at.outline).coats;
  if (!ink.panel) throw new Error('There is no longer a panel behind these letters.');
  return at.of === 'panel' ? ink.panel.coats : ink.panel.opening;
}

/** Changes the nearest coat of one colour; where there is none, one is laid on. */
export const setSolid =
  (id: string, change: Partial<SolidCoat>): Edit =>
  (piece) => {
    const { coats } = itemOf(piece.letterings, id).ink;
    const found = coats.findLast((coat): coat is SolidCoat => coat.kind === 'solid');
    if (found) Object.assign(found, change);
    else coats.push(solidCoat({ colour: '#1f2328', ...change }));
  };

/** Lays a coat on, over all others. */
export const addCoat =
  (at: CoatsAt, coat: Coat): Edit =>
  (piece) =>
    void coatsIn(piece, at).push(structuredClone(coat));

/** Lays a picture on. */
export const addPictureCoat =
  (at: CoatsAt, asset: Asset & { sha256: string }): Edit =>
  (piece) => {
    coatsIn(piece, at).push(pictureCoat({ asset: keepAsset(piece, asset) }));
  };

/** Puts another picture in the place of the coat's first; its size, slips, fit and keep points stay. */
export const replacePicture =
  (at: CoatsAt, index: number, asset: Asset & { sha256: string }): Edit =>
  (piece) => {
    const coat = coatsIn(piece, at)[index];
    if (coat.kind === 'picture') coat.asset = keepAsset(piece, asset);
    dropUnused(piece);
  };

/** Puts one more picture beside those that a picture coat has. */
export const addToPictures =
  (at: CoatsAt, index: number, asset: Asset & { sha256: string }): Edit =>
  (piece) => {
    const coat = coatsIn(piece, at)[index];
    if (coat.kind === 'picture') coat.more.push(keepAsset(piece, asset));
  };

/** Takes one of a coat's further pictures away. */
export const dropFromPictures =
  (at: CoatsAt, index: number, which: number): Edit =>
  (piece) => {
    const coat = coatsIn(piece, at)[index];
    if (coat.kind === 'picture') coat.more.splice(which, 1);
    dropUnused(piece);
  };

/** Sets how a picture is slipped in single letters; what is not named stays. */
export const setSlips =
  (at: CoatsAt, index: number, slips: PictureCoat['slips']): Edit =>
  (piece) => {
    const coat = coatsIn(piece, at)[index];
    if (coat.kind !== 'picture') return;
    const named = new Set(slips.map((slip) => slip.at));
    coat.slips = [...coat.slips.filter((slip) => !named.has(slip.at)), ...slips].sort((a, b) => a.at - b.at);
  };

export const setCoat =
  (at: CoatsAt, index: number, change: Partial<Coat>): Edit =>
  (piece) =>
    void Object.assign(coatsIn(piece, at)[index], change);

export const removeCoat =
  (at: CoatsAt, index: number): Edit =>
  (piece) => {
    coatsIn(piece, at).splice(index, 1);
    dropUnused(piece);
  };

/** Moves a coat to another place among the coats. */
export const moveCoat =
  (at: CoatsAt, from: number, to: number): Edit =>
  (piece) =>
    moveWithin(coatsIn(piece, at), from, to);

/** Puts a panel behind the letters, or takes it away. */
export const putPanel =
  (id: string, panel: Panel | null): Edit =>
  (piece) => {
    itemOf(piece.letterings, id).ink.panel = panel && structuredClone(panel);
    dropUnused(piece);
  };

export const setPanel =
  (id: string, change: Partial<Panel>): Edit =>
  (piece) => {
    const { panel } = itemOf(piece.letterings, id).ink;
    if (panel) Object.assign(panel, change);
  };

import { veilHand } from './hand';
import { contoursFromSvg, contoursToSvg } from '../../../../core/passes/veils/trace/svg';
import { tracedCut, type Veil } from '../../../../core/passes/veils/schema';
import { addContours, addCut, type StoredMatte } from '../../../../core/piece/edits/veils';
import type { Piece } from '../../../../core/piece/schema';
import { dropUnused, keepAsset } from '../../../../core/piece/edits/items';
import { send } from '../../../api/client';
import type { StoredAsset } from '../../../api/files';
import { store } from '../../../store';
import { editing } from '../../editing';
import { outlineOf } from '../../outlines/outlineOf';
import { saveText } from '../../saveFile';
import { cut, cutInto, inTurn, type CutPlate } from './cutting';
import { plateHash, whileSolving } from './solving';

interface Size {
  width: number;
  height: number;
}

/** A matte from a file, as the store has it: the picture's clear parts, or its grey values. */
async function readMatte(piece: Piece, plate: CutPlate, file: File): Promise<StoredMatte> {
  const { sha256 } = await whileSolving('Reading the matte', () =>
    send<StoredAsset>(`/cuts/picture?plate=${plateHash(piece, plate)}`, file, () => undefined),
  );
  return { kind: 'matte', name: file.name.slice(0, 300), sha256 };
}

/** Adds a matte from a picture: its clear parts, or its grey values. */
export function takeMatte(plate: CutPlate, file: File): void {
  inTurn(async () => {
    const { piece } = store.getState().bench;
    const hand = veilHand.get();
    if (!piece) return;
    const matte = await readMatte(piece, plate, file);
    cut(
      'Import a matte',
      plate,
      (id) => (draft) =>
        addCut(id, {
          kind: 'picture',
          operation: hand.operation,
          matte: keepAsset(draft, matte),
        })(draft),
    );
  });
}

/** Puts another matte in the place of one that was taken from a picture; how it is joined stays. */
export function replaceMatte(plate: CutPlate, veil: string, index: number, file: File): void {
  inTurn(async () => {
    const { piece } = store.getState().bench;
    if (!piece) return;
    const matte = await readMatte(piece, plate, file);
    editing.commit('Replace a matte', (draft) => {
      const key = keepAsset(draft, matte);
      const found = draft.veils.find(({ id }) => id === veil)?.cuts[index];
      if (found?.kind === 'picture') found.matte = key;
      dropUnused(draft);
    });
  });
}

/** Adds contours from a drawing, which is laid over the whole plate. */
export function takeContours(plate: CutPlate, picture: Size, file: File): void {
  inTurn(async () => {
    const { operation } = veilHand.get();
    const { data, width } = await outlineOf(file);
    const contours = contoursFromSvg(data, width ? picture.width / width : 1);
    if (contours.length === 0) throw new Error(`"${file.name}" contains no closed outline.`);
    cutInto('Import contours', plate, tracedCut([], operation), (id, index) => addContours(id, index, contours));
  });
}

/** Saves all closed contours of a veil as a drawing of the plate's size. */
export function saveContours(veil: Veil, picture: Size): void {
  const contours = veil.cuts.flatMap((one) => (one.kind === 'trace' ? one.contours : []));
  saveText(
    contoursToSvg(contours, { width: picture.width, height: picture.height }),
    `${veil.name}.svg`,
    'image/svg+xml',
  );
}

import { coverSheet } from '../../../../core/passes/plate/gauge';
import { addPlate, freeId, keepAsset } from '../../../../core/piece/edits/items';
import { addCut, addVeil } from '../../../../core/piece/edits/veils';
import type { Edit } from '../../../../core/piece/edits/edit';
import { api, ask } from '../../../api/client';
import type { Plate } from '../../../../core/passes/plate/schema';
import type { StoredAsset } from '../../../api/files';
import { store } from '../../../store';
import { looked } from '../../benchState';
import { editing } from '../../editing';

/** The part of the sheet's shorter side that a further photograph takes up at first. */
const firstPart = 0.6;

/** Puts a photograph on the sheet. One with clear parts brings its own veil: what is opaque in it stands in front. */
export function placePhotograph(asset: StoredAsset): void {
  void placeAt(asset).catch((error: unknown) =>
    store.dispatch(looked({ problem: error instanceof Error ? error.message : 'The photograph could not be placed.' })),
  );
}

/** As `placePhotograph`. @param at where it lies, where that is known; a place of its own otherwise @throws Error */
export async function placeAt(asset: StoredAsset, at: Pick<Plate, 'scale' | 'x' | 'y'> | null = null): Promise<void> {
  const own =
    asset.channels === 4 ? (await ask(api.cuts['own-matte'].$post({ json: { plate: asset.sha256 } }))).matte : null;
  const piece = editing.kept;
  if (!piece) return;
  const size = { width: asset.width!, height: asset.height! };
  const { sheet } = piece;
  const fitted = Math.min((sheet.width * firstPart) / size.width, (sheet.height * firstPart) / size.height);
  const inTheMiddle = {
    scale: fitted,
    x: Math.round((sheet.width - size.width * fitted) / 2),
    y: Math.round((sheet.height - size.height * fitted) / 2),
  };
  const placed = at ?? (piece.plates.length === 0 ? coverSheet(size, sheet) : inTheMiddle);
  const [plate, veil] = [freeId(piece, 'plate'), freeId(piece, 'veil')];
  const edit: Edit = (draft) => {
    addPlate({ kind: 'plate', name: asset.name, sha256: asset.sha256 }, placed)(draft);
    if (!own) return;
    addVeil({ id: veil, name: asset.name.replace(/\.[a-z0-9]+$/i, '').slice(0, 200), plate })(draft);
    addCut(veil, {
      kind: 'picture',
      operation: 'add',
      matte: keepAsset(draft, { kind: 'matte', name: own.name, sha256: own.sha256 }),
    })(draft);
  };
  if (editing.commit('Add a photograph', edit)) store.dispatch(looked({ plate, ...(own && { veil }) }));
}

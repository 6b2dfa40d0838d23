import { addCut, addVeil } from '../../../../../core/piece/edits/veils';
import { freeId, keepAsset } from '../../../../../core/piece/edits/items';
import type { Piece } from '../../../../../core/piece/schema';
import { importPlate, type StoredAsset } from '../../../../api/files';
import { api, ask, send } from '../../../../api/client';
import { store } from '../../../../store';
import { looked } from '../../../benchState';
import { editing } from '../../../editing';
import { placeAt } from '../photographs';
import type { ReadLayer, ReadLayers } from './readLayers';

/** What a layer becomes. */
export type LayerUse = 'nothing' | 'photograph' | 'veil';

/** Where the file's picture lies on the sheet: as large as it can be within it, in the middle. */
export interface FileOnSheet {
  scale: number;
  x: number;
  y: number;
}

export function fileOnSheet(file: { width: number; height: number }, { sheet }: Piece): FileOnSheet {
  const scale = Math.min(sheet.width / file.width, sheet.height / file.height);
  return { scale, x: (sheet.width - file.width * scale) / 2, y: (sheet.height - file.height * scale) / 2 };
}

/**
 * Puts layers on the sheet: photographs first, from far to near, then veils, which stand before the letters and are
 * parts of the farthest photograph. Each is a change of its own.
 * @throws Error with the reason; what was placed before stays
 */
export async function placeLayers(
  file: ReadLayers,
  uses: readonly LayerUse[],
  progress: (done: number, stage: string) => void,
  signal: AbortSignal,
): Promise<void> {
  const chosen = (use: LayerUse): ReadLayer[] => file.layers.filter((_, i) => uses[i] === use).reverse();
  const [photographs, veils] = [chosen('photograph'), chosen('veil')];
  const all = photographs.length + veils.length;
  let count = 0;
  for (const layer of photographs) {
    signal.throwIfAborted();
    progress(count++ / all, layer.name);
    const png = new File([layer.picture], `${layer.name}.png`, { type: 'image/png' });
    const asset = await importPlate(png, () => undefined, signal);
    const at = fileOnSheet(file, pieceNow());
    await placeAt({ ...asset, name: layer.name }, onSheet(layer, at));
  }
  for (const layer of veils) {
    signal.throwIfAborted();
    progress(count++ / all, layer.name);
    await placeVeil(layer, fileOnSheet(file, pieceNow()));
  }
}

const onSheet = ({ x, y }: ReadLayer, at: FileOnSheet): FileOnSheet => ({
  scale: at.scale,
  x: at.x + x * at.scale,
  y: at.y + y * at.scale,
});

function pieceNow(): Piece {
  const piece = editing.kept;
  if (!piece) throw new Error('The piece is no longer open.');
  return piece;
}

async function placeVeil(layer: ReadLayer, at: FileOnSheet): Promise<void> {
  const piece = pieceNow();
  const [plate] = piece.plates;
  if (!plate) throw new Error('A veil is a part of a photograph: there is none on the sheet yet.');
  const { sha256 } = piece.assets[plate.asset];
  const own = onSheet(layer, at);
  // From the sheet's px to the plate's.
  const place = {
    scale: own.scale / plate.scale,
    x: (own.x - plate.x) / plate.scale,
    y: (own.y - plate.y) / plate.scale,
  };
  const matte = await send<StoredAsset>(
    `/cuts/picture?plate=${sha256}`,
    await onPlate(layer.picture, place, await sizeOf(sha256!)),
    () => undefined,
  );
  const veil = freeId(pieceNow(), 'veil');
  const kept = editing.commit('Take a layer as a veil', (draft) => {
    addVeil({ id: veil, name: layer.name, plate: plate.id })(draft);
    addCut(veil, {
      kind: 'picture',
      operation: 'add',
      matte: keepAsset(draft, { kind: 'matte', name: layer.name, sha256: matte.sha256 }),
    })(draft);
  });
  if (kept) store.dispatch(looked({ veil }));
}

async function sizeOf(sha256: string): Promise<{ width: number; height: number }> {
  const { width, height } = await ask(api.assets[':sha256'].$get({ param: { sha256 } }));
  return { width: width!, height: height! };
}

/** Where a layer covers a plate: white, as large as the plate, clear where the layer is. */
async function onPlate(
  picture: Blob,
  { scale, x, y }: FileOnSheet,
  size: { width: number; height: number },
): Promise<Blob> {
  const bitmap = await createImageBitmap(picture);
  const canvas = new OffscreenCanvas(size.width, size.height);
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser cannot draw a matte as large as the photograph.');
  context.imageSmoothingQuality = 'high';
  context.drawImage(bitmap, x, y, bitmap.width * scale, bitmap.height * scale);
  bitmap.close();
  // A layer without clear parts would be read by its greys.
  context.globalCompositeOperation = 'source-in';
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, size.width, size.height);
  return canvas.convertToBlob({ type: 'image/png' });
}

import { proposeSizes } from '../../core/arranging/propose';
import { Evaluator } from '../../core/graph/evaluate';
import { readPiece } from '../../core/piece/read';
import type { Piece } from '../../core/piece/schema';
import { presetInPx, sizePresets } from '../../core/sizes/presets';
import { demoMaterials } from '../../core/testing/demoPieces';

/** A piece with further sizes, each arranged as the program proposes it first. */
export async function inSizes(piece: Piece, names: readonly string[]): Promise<Piece> {
  const materials = await demoMaterials(piece);
  const evaluator = new Evaluator(2e8);
  const sizes = [];
  for (const [i, name] of names.entries()) {
    const preset = sizePresets.find((one) => one.name === name)!;
    const wanted = { id: `size-${i + 1}`, name, out: [], ...presetInPx(preset) };
    const { proposals } = await proposeSizes(piece, wanted, materials, evaluator);
    sizes.push(proposals[0].size);
  }
  return readPiece({ ...piece, sizes });
}

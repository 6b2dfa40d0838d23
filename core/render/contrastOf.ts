import { Evaluator } from '../graph/evaluate';
import type { Materials } from '../graph/materials';
import { measureContrast, whileWorking, type MeasuredContrast } from '../passes/ink/measure';
import type { Piece } from '../piece/schema';
import { seenPiece } from '../sizes/seen';
import { compile } from './compile';

/** Bytes that measuring may keep. */
const keptBytes = 100 * 1024 * 1024;

/** How far each lettering of a piece stands off what lies beside its edge, for those who have no bench before them. */
export async function contrastOf(whole: Piece, materials: Materials): Promise<MeasuredContrast[]> {
  const { sheet } = seenPiece(whole);
  const { letterings, unveiled } = compile(whole, materials);
  const measured = letterings.map(({ id, painted, lettering }) => ({ id, painted, part: lettering.ink }));
  return measureContrast(measured, { sheet, evaluator: new Evaluator(keptBytes), unveiled }, whileWorking);
}

import { reachOf } from '../../../../core/passes/outlines/bands';
import type { Outline } from '../../../../core/passes/outlines/schema';
import type { Letters } from '../../../../core/type/letters';
import { standingEm } from '../../../../core/type/standing';

export function widthInMillimetres(outline: Outline, letters: Letters, ppi: number): number {
  const { from, to } = reachOf(outline, standingEm(letters));
  return ((to - from) / ppi) * 25.4;
}

import { bandWidth } from '../../../../core/passes/outlines/bands';
import type { Outline } from '../../../../core/passes/outlines/schema';
import { fromPx } from '../../../../core/piece/lengths';
import type { Letters } from '../../../../core/type/letters';
import { standingEm } from '../../../../core/type/standing';

export const widthInMillimetres = (outline: Outline, letters: Letters, ppi: number): number =>
  fromPx(bandWidth(outline, standingEm(letters)), 'mm', ppi);

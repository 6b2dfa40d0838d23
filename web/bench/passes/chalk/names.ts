import type { Mark, MarkKind } from '../../../../core/passes/chalk/schema';
import type { KeptPoint } from '../../../../core/passes/chalk/measure';
import { nameOf } from '../../../../core/piece/names';
import type { Lettering, Piece } from '../../../../core/piece/schema';

export const kindNames: Record<MarkKind, string> = {
  circle: 'Circle',
  arrow: 'Arrow',
  line: 'Line',
  note: 'Note',
  keep: 'Keep point',
};

/** What a mark is called in a list. */
export const nameOfMark = ({ kind, text }: Mark): string => (text.trim() === '' ? kindNames[kind] : text.trim());

/** Whether what is seen in letters is a picture: then they do not cover a thing, but cut it. */
const showsPicture = ({ ink: { coats, panel } }: Lettering): boolean =>
  coats.some(({ kind }) => kind === 'picture' || kind === 'plate') ||
  (panel !== null && panel.knockout !== null && coats.length === 0);

/** A share below this is let pass. */
const allowed = 0.02;

/** What is wrong with a keep point, as a sentence; null when nothing is. */
export function problemOf(kept: KeptPoint, piece: Pick<Piece, 'letterings' | 'chalk'>): string | null {
  const mark = piece.chalk.find(({ id }) => id === kept.mark);
  if (!mark) return null;
  const name = nameOfMark(mark);
  if (kept.off > allowed)
    return `${name} is cut off by the sheet: ${percent(kept.off)} of it ${kept.off > 0.999 ? 'lies' : 'lie'} outside.`;
  for (const { lettering, share } of kept.over) {
    const words = piece.letterings.find(({ id }) => id === lettering);
    if (!words || share <= allowed) continue;
    if (!showsPicture(words)) return `${name} is covered by ${nameOf(words)}: ${percent(share)}.`;
    if (share < 1 - allowed)
      return `${name} is cut by the letters of ${nameOf(words)}: ${percent(share)} of it in them.`;
  }
  return null;
}

const percent = (share: number): string => `${Math.max(1, Math.round(share * 100))} %`;

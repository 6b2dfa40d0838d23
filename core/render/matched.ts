import type { Materials } from '../graph/materials';
import { Evaluator } from '../graph/evaluate';
import { focusUnder } from '../passes/focus/besideWall';
import { proposeBlur, proposeGrain } from '../passes/focus/propose';
import type { Noise } from '../passes/focus/measure';
import { plainFocus } from '../passes/focus/schema';
import type { Lettering, Piece } from '../piece/schema';
import type { Survey } from '../survey';
import { compile } from './compile';
import { measureBy } from './measure';

/** Bytes of rasters that are kept while gauges are measured. */
const budget = 5e8;

/** Paint whose surface's colours are kept out by more than this has none of the photograph's grain. */
const hasNoGrain = 0.5;

/**
 * What letters have already of the grain that they lie on; null where they have none of it: what is measured in them is
 * grain of their own, or the surface's texture.
 */
export const grainBelow = ({ focus, drape: { bite } }: Lettering, measured: Noise | null): Noise | null =>
  focus.grain !== null || (bite?.shown && bite.keptOut > hasNoGrain) ? null : measured;

/**
 * Letterings as sharp and as grainy as the farthest photograph where each stands: one press of line 8 for each.
 * @param survey of that photograph
 */
export async function matchedPiece(
  piece: Piece,
  materials: Materials,
  survey: Pick<Survey, 'focus' | 'grain' | 'planes'>,
): Promise<Piece> {
  const compiled = compile(piece, materials);
  const focus = await measureBy('focus', piece, compiled, new Evaluator(budget));
  const [plate] = piece.plates;
  const placed = { ...plate, ...materials.picture(plate.asset) };
  return {
    ...piece,
    letterings: piece.letterings.map((lettering) => {
      const { letters } = compiled.letterings.find(({ id }) => id === lettering.id)!;
      const noise = focus.letterings.find((one) => one.lettering === lettering.id);
      return {
        ...lettering,
        focus: plainFocus({
          blur: proposeBlur(focusUnder(survey, lettering, letters, placed)),
          grain: proposeGrain(noise?.around ?? null, grainBelow(lettering, noise?.inside ?? null), survey.grain),
        }),
      };
    }),
  };
}

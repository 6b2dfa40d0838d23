import { Evaluator } from '../graph/evaluate';
import type { Materials } from '../graph/materials';
import { plainCasts } from '../light/casting/schema';
import { proposeCasts, standingPlace } from '../passes/casts/propose';
import { proposeDrape } from '../passes/drape/propose';
import { plainLip, proposeBody } from './body';
import type { Lettering, Piece } from '../piece/schema';
import { compile } from '../render/compile';
import { matchedPiece } from '../render/matched';
import { measureBy } from '../render/measure';
import { vanishingOnSheet } from '../survey/placed';
import { standingEm } from '../type/standing';
import { proposeGrade } from './grading';
import { surveyOf, type Ground } from './ground';
import type { Layout } from './kinds/kind';

/** Bytes of rasters that are kept while a rough is finished. */
const budget = 2e8;

/**
 * Lines 6 to 9 as the photograph's survey proposes them: how ink takes to the surface, body and shadow of what stands,
 * focus and grain, and the tones of the letters.
 * @param contrast as it was measured, CIE L*
 * @returns null where words of this kind would not lie on one surface
 */
export async function finished(
  ground: Ground,
  layout: Layout,
  piece: Piece,
  materials: Materials,
  contrast: number | null,
): Promise<Piece | null> {
  let made = piece;
  if (layout.kind === 'surface') {
    const lying = await onSurface(ground, layout, made, materials);
    if (!lying) return null;
    made = lying;
  }
  if (layout.kind === 'standing') made = onGround(ground, made, materials);
  // Openings show the photograph itself: they have its focus, its grain and its tones already.
  if (layout.kind === 'window') return made;
  const grade = proposeGrade(ground, layout, contrast);
  const matched = await matchedPiece(made, materials, surveyOf(ground));
  return grade ? { ...matched, grades: [grade] } : matched;
}

const changed = (piece: Piece, change: (lettering: Lettering) => Partial<Lettering>): Piece => ({
  ...piece,
  letterings: piece.letterings.map((one) => ({ ...one, ...change(one) })),
});

/** Less texture than this (see `Place`) is that of a sky, or of nothing. */
const leastTexture = 0.012;

async function onSurface(ground: Ground, { quad }: Layout, piece: Piece, materials: Materials): Promise<Piece | null> {
  const { part } = ground;
  const measured = await measureBy('drape', piece, compile(piece, materials), new Evaluator(budget));
  const place = measured.letterings.at(0)?.place;
  if (!place) return null;
  const { drape } = proposeDrape({ place, light: surveyOf(ground).light, longer: Math.max(part.width, part.height) });
  // Words in perspective lie in their plane; others only where something is to be lain on.
  if (!quad && (!drape.bite || (!drape.displacement && place.texture < leastTexture))) return null;
  return changed(piece, (one) => ({ drape: { ...one.drape, ...drape, ...(quad && { displacement: null }) } }));
}

function onGround(ground: Ground, piece: Piece, materials: Materials): Piece {
  const survey = surveyOf(ground);
  const [plate] = piece.plates;
  const placed = { ...plate, ...materials.picture(plate.asset) };
  const { letters } = compile(piece, materials).letterings[0];
  const place = standingPlace(letters, null, placed, survey.planes, piece.lamp);
  const em = standingEm(letters);
  const body = proposeBody(letters, piece.sheet, vanishingOnSheet(survey.planes, placed));
  return changed(piece, (one) => ({
    relief: { ...one.relief, thickness: body, lip: plainLip(em) },
    casts: plainCasts(proposeCasts('onGround', em, survey.shadows, place)),
  }));
}

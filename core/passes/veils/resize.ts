import { apply, moved, placedBounds, sizeOf, type Affine } from '../../shape/affine';
import type { Cut, Graft, Stroke, Veil, VeilShadow } from './schema';

type Points = [number, number][];

/** Borders are moved by no more than this, plate px: as a whole, and by one stroke. */
const [mostGrown, mostAlong] = [20, 5];
const kept = (amount: number, most: number): number => Math.min(most, Math.max(-most, amount));

/**
 * A veil for the same photograph at another size. Solved mattes need no change: they are as wide as the plate, whatever
 * its size.
 */
export const resizedVeil = (veil: Veil, factor: number): Veil => placedVeil(veil, moved(0, 0, factor));

/**
 * A veil whose drawing is carried to another picture of the scene.
 * @param place plate px to px of the other: moved, turned and scaled
 */
export function placedVeil(veil: Veil, place: Affine): Veil {
  const factor = sizeOf(place);
  const points = (list: readonly (readonly [number, number])[]): Points => list.map((point) => apply(place, point));
  const line = <Line extends { radius: number; points: Points }>(one: Line): Line => ({
    ...one,
    radius: one.radius * factor,
    points: points(one.points),
  });
  const at = <Place extends { x: number; y: number }>(one: Place): Place => {
    const [x, y] = apply(place, [one.x, one.y]);
    return { ...one, x, y };
  };
  const strokes = (list: readonly Stroke[]): Stroke[] => list.map(line);
  const shadow = (one: VeilShadow | null): VeilShadow | null =>
    one && { ...one, lifts: strokes(one.lifts), touches: strokes(one.touches) };
  const cut = (one: Cut): Cut => {
    switch (one.kind) {
      case 'trace':
        return {
          ...one,
          contours: one.contours.map((contour) => ({
            ...contour,
            points: contour.points.map((point) => ({ ...at(point), via: points(point.via) })),
          })),
        };
      case 'scribble':
        return {
          ...one,
          marks: one.marks.map(line),
          box: one.box && placedBounds(place, one.box),
          specks: one.specks * factor,
        };
      case 'tone':
        return {
          ...one,
          specks: one.specks * factor,
          samples: one.samples.map(at),
        };
      case 'picture':
        return one;
    }
  };
  const graft = (one: Graft): Graft => ({
    ...one,
    pivot: apply(place, one.pivot),
    at: apply(place, one.at),
    shadow: shadow(one.shadow),
  });
  return {
    ...veil,
    cuts: veil.cuts.map(cut),
    fine: veil.fine && { ...veil.fine, reach: veil.fine.reach * factor, band: veil.fine.band.map(line) },
    grow: veil.grow * factor,
    growths: veil.growths.map((growth) => ({ ...line(growth), amount: kept(growth.amount * factor, mostAlong) })),
    softness: veil.softness && {
      ...veil.softness,
      profile: veil.softness.profile.map(([x, y, sigma]) => [...apply(place, [x, y]), sigma * factor]),
    },
    strokes: strokes(veil.strokes),
    shadow: shadow(veil.shadow),
    graft: veil.graft && graft(veil.graft),
  };
}

/**
 * A veil for the same thing on another photograph of the scene: what was drawn is carried over, and all is solved again
 * by the other photograph's own edges. Mattes from files stay behind, and what was measured on the first photograph.
 * @param place see `placedVeil`
 */
export function copiedVeil(veil: Veil, place: Affine, given: Pick<Veil, 'id' | 'name' | 'plate'>): Veil {
  const moved = placedVeil(veil, place);
  return {
    ...moved,
    ...given,
    cuts: moved.cuts.flatMap((cut): Cut[] => {
      if (cut.kind === 'picture') return [];
      return [cut.kind === 'trace' ? cut : { ...cut, matte: null, solvedFor: null }];
    }),
    fine: moved.fine && { ...moved.fine, matte: null, front: null, solvedFor: '' },
    grow: kept(moved.grow, mostGrown),
    softness: null,
    graft: null,
    cast: null,
  };
}

import type { Cut, Graft, Stroke, Veil, VeilShadow } from './schema';

type Points = [number, number][];

/**
 * A veil for the same photograph at another size. Solved mattes need no change: they are as wide as the plate, whatever
 * its size.
 */
export function resizedVeil(veil: Veil, factor: number): Veil {
  const points = (list: readonly (readonly [number, number])[]): Points =>
    list.map(([x, y]) => [x * factor, y * factor]);
  const line = <Line extends { radius: number; points: Points }>(one: Line): Line => ({
    ...one,
    radius: one.radius * factor,
    points: points(one.points),
  });
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
            points: contour.points.map((point) => ({
              ...point,
              x: point.x * factor,
              y: point.y * factor,
              via: points(point.via),
            })),
          })),
        };
      case 'scribble':
        return {
          ...one,
          marks: one.marks.map(line),
          box: one.box && {
            x: one.box.x * factor,
            y: one.box.y * factor,
            width: one.box.width * factor,
            height: one.box.height * factor,
          },
        };
      case 'tone':
        return {
          ...one,
          specks: one.specks * factor,
          samples: one.samples.map((sample) => ({ ...sample, x: sample.x * factor, y: sample.y * factor })),
        };
      case 'picture':
        return one;
    }
  };
  const graft = (one: Graft): Graft => ({
    ...one,
    pivot: points([one.pivot])[0],
    at: points([one.at])[0],
    shadow: shadow(one.shadow),
  });
  return {
    ...veil,
    cuts: veil.cuts.map(cut),
    fine: veil.fine && { ...veil.fine, reach: veil.fine.reach * factor, band: veil.fine.band.map(line) },
    grow: veil.grow * factor,
    softness: veil.softness && {
      ...veil.softness,
      profile: veil.softness.profile.map(([x, y, sigma]) => [x * factor, y * factor, sigma * factor]),
    },
    strokes: strokes(veil.strokes),
    shadow: shadow(veil.shadow),
    graft: veil.graft && graft(veil.graft),
  };
}

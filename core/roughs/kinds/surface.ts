import type { Point } from '../../shape/affine';
import { isConvex, throughHomography, boxToQuad, type Quad } from '../../shape/homography';
import { surveyOf, type Ground } from '../ground';
import { inPerspective } from '../placement';
import { allOver, balanceOf, clearOf, inCapitals, sizeOf } from './common';
import type { RoughKind } from './kind';

const { hypot } = Math;

/** Lines meet more surely than this where a plane is believed. */
const sure = 0.2;

/** The plane of the photograph that words can lie in, clockwise from its upper left, sheet px; null where there is none. */
export function planeOf(ground: Pick<Ground, 'survey' | 'part'>): Quad | null {
  const { part } = ground;
  const survey = surveyOf(ground);
  const [best] = survey.planes.planes;
  if (!best || survey.planes.confidence < sure) return null;
  const corners = best.corners.map(([x, y]): Point => [x - part.x, y - part.y]);
  return uprightQuad(corners);
}

/** Corners that go round, begun at the upper left and going clockwise; null where they bulge inwards. */
export function uprightQuad(corners: readonly Point[]): Quad | null {
  const area = corners.reduce((sum, [x, y], i) => {
    const [nx, ny] = corners[(i + 1) % 4];
    return sum + x * ny - y * nx;
  }, 0);
  const clockwise = area > 0 ? [...corners] : [...corners].reverse();
  const turned = clockwise.map((_, k) => [0, 1, 2, 3].map((i) => clockwise[(i + k) % 4]) as unknown as Quad);
  // The upper edge is the one whose middle lies highest, against how far it runs across.
  const upright = ([a, b, c, d]: Quad): number => c[1] + d[1] - a[1] - b[1] + (b[0] + c[0] - a[0] - d[0]);
  const best = turned.reduce((most, one) => (upright(one) > upright(most) ? one : most));
  return isConvex(best) ? best : null;
}

/** Words lie in so many places of a plane, in these parts of its width. */
const [rows, widths] = [
  [0.2, 0.35, 0.5, 0.65, 0.8],
  [0.86, 0.7, 0.54],
];

/** Words that lie on what the photograph shows, in its perspective. */
export const surface: RoughKind = {
  name: 'surface',
  title: 'On a surface',
  needs: 'light',
  crosses: false,
  // Without a plane words lie on what is there, if that proves to be one surface.
  lacks: () => null,
  takes: inCapitals,
  *placements(ground, setting) {
    const plane = planeOf(ground);
    if (!plane) return void (yield* allOver(ground, setting, [0.86, 0.7, 0.54], 0.6, [5, 11]));
    const map = boxToQuad({ x: 0, y: 0, width: 1, height: 1 }, plane);
    const length = ([ax, ay]: Point, [bx, by]: Point): number => hypot(bx - ax, by - ay);
    // As wide for its height as it is seen, by its longest sides: the near ones.
    const wide = (length(plane[0], plane[1]) + length(plane[3], plane[2])) / 2;
    const high = Math.max(length(plane[0], plane[3]), length(plane[1], plane[2]));
    const ratio = setting.ink.height / setting.ink.width;
    for (const share of widths)
      for (const row of rows)
        for (const column of [0.45, 0.5, 0.58]) {
          const tall = (share * wide * ratio) / high;
          const [left, right, top, bottom] = [column - share / 2, column + share / 2, row - tall / 2, row + tall / 2];
          if (left < 0.03 || right > 0.97 || top < 0.04 || bottom > 0.96) continue;
          const quad = [
            [left, top],
            [right, top],
            [right, bottom],
            [left, bottom],
          ].map(([u, v]): Point => throughHomography(map, [u, v])) as unknown as Quad;
          const inside = quad.every(([x, y]) => x > 0 && y > 0 && x < ground.part.width && y < ground.part.height);
          if (inside && isConvex(quad)) yield inPerspective(setting, quad);
        }
  },
  parts(ground, placement, seen) {
    const parts = { large: sizeOf(ground, placement, placement.quad ? 0.06 : 0.1), calm: 1 - 0.6 * seen.unrest };
    // A plane may stand out itself: what lies across it is told by its unrest alone.
    if (placement.quad) return parts;
    return seen.onThings > 0.01 || seen.busy > 0.5
      ? null
      : { ...parts, clear: clearOf(seen), balance: balanceOf(ground, placement) };
  },
  says: (_, { quad }) =>
    quad
      ? 'In the perspective of the photograph’s lines, taking its surface’s light and texture.'
      : 'On the surface that the photograph shows, taking its light and texture.',
};

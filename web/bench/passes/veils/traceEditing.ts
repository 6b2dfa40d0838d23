import { veilHand, type TracePlace } from './hand';
import { contourPoints } from '../../../../core/passes/veils/contour';
import type { Contour, TracePoint, Veil } from '../../../../core/passes/veils/schema';
import { movePoint, removePoint, replaceStretch } from '../../../../core/piece/edits/veils';
import type { Point } from '../../../../core/shape/affine';
import { editing } from '../../editing';
import type { TraceClient } from '../../workers/traceClient';
import { currentVeil, inTurn } from './cutting';

/** The kinds of stretch that are drawn by hand. */
export type Drawn = Exclude<TracePoint['to'], 'border'>;

export const rounded = ([x, y]: Point): [number, number] => [Math.round(x * 100) / 100, Math.round(y * 100) / 100];
export const at = (point: Pick<TracePoint, 'x' | 'y'>): [number, number] => [point.x, point.y];

/** What lies between two points of a trace. */
export async function wayBetween(
  tracer: TraceClient,
  kind: Drawn,
  from: Point,
  to: Point,
  seen: { sha256: string; zoom: number },
): Promise<[number, number][]> {
  return kind === 'edge' ? (await tracer.ask({ kind: 'finish', ...seen, from, to })).slice(1, -1).map(rounded) : [];
}

/** The curve from the last point of an open contour to where the pointer is. */
export function curveOn(open: Contour, [x, y]: Point): Point[] {
  const tail = open.points.slice(-2);
  const last: TracePoint = { ...tail[tail.length - 1], to: 'smooth', via: [] };
  const points = contourPoints({
    closed: false,
    points: [...tail.slice(0, -1), last, { x, y, to: 'straight', via: [] }],
  });
  return points.slice(points.findLastIndex(([u, v]) => u === last.x && v === last.y));
}

export type ChosenPoint = TracePlace & { of: Contour; point: TracePoint };

/** The chosen point, where it is still there. */
export function chosenPoint(veil: Veil | null, chosen: TracePlace | null): ChosenPoint | null {
  const cut = chosen && veil?.id === chosen.veil ? veil.cuts[chosen.cut] : undefined;
  const of = cut?.kind === 'trace' ? cut.contours[chosen!.contour] : undefined;
  const point = of?.points[chosen!.index];
  return of && point ? { ...chosen!, of, point } : null;
}

/** The stretches that end and begin at a point; null where there is none. */
export function neighboursOf(
  { points, closed }: Contour,
  index: number,
): { previous: TracePoint | null; next: TracePoint | null } {
  return {
    previous: points[index - 1] ?? (closed ? points[points.length - 1] : null),
    next: points[index + 1] ?? (closed ? points[0] : null),
  };
}

/** The edit that moves a point, with the stretches on both sides run anew where they follow the photo's edge. */
export async function movedPoint(
  tracer: TraceClient,
  { veil, cut, contour, index }: TracePlace,
  of: Contour,
  to: [number, number],
  seen: { sha256: string; zoom: number },
): Promise<ReturnType<typeof movePoint>> {
  const { previous, next } = neighboursOf(of, index);
  const again = async (kind: TracePoint['to'], from: Point, end: Point): Promise<[number, number][] | null> =>
    kind === 'border' ? null : wayBetween(tracer, kind, from, end, seen);
  const before = previous ? await again(previous.to, at(previous), to) : null;
  const after = next ? await again(of.points[index].to, to, at(next)) : null;
  return movePoint(veil, cut, contour, index, { x: to[0], y: to[1] }, before, after);
}

export function removeChosen({ veil, cut, contour, index }: ChosenPoint): void {
  veilHand.set({ tracePoint: null });
  editing.commit('Remove a point', removePoint(veil, cut, contour, index));
}

/** Moves the chosen point by a step of the keyboard; what lies beside it runs straight until it is run again. */
export function nudgeChosen({ veil, cut, contour, index, of, point }: ChosenPoint, to: Point, from: Point): void {
  const { previous } = neighboursOf(of, index);
  const place = { x: point.x + to[0] - from[0], y: point.y + to[1] - from[1] };
  editing.soon(
    'Move a point',
    `trace-${veil}-${cut}-${contour}-${index}`,
    'at',
    movePoint(veil, cut, contour, index, place, previous?.to === 'edge' ? [] : null, point.to === 'edge' ? [] : null),
  );
}

/** Lets the stretch after the chosen point run in another way, or once more. */
export function runStretch(
  tracer: TraceClient,
  chosen: ChosenPoint,
  kind: Drawn,
  seen: { sha256: string; zoom: number },
): void {
  inTurn(async () => {
    const now = chosenPoint(currentVeil(), chosen);
    const next = now && neighboursOf(now.of, now.index).next;
    if (!next) return;
    const via = await wayBetween(tracer, kind, at(now.point), at(next), seen);
    editing.commit(
      kind === now.point.to ? 'Run a segment again' : 'Change segment type',
      replaceStretch(now.veil, now.cut, now.contour, now.index, { to: kind, via }),
    );
  });
}

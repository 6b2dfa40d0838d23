import { veilHand } from './hand';
import { useRef, useState } from 'react';
import { aroundBorder, endsAtBorder } from '../../../../core/passes/veils/trace/close';
import { contourPoints } from '../../../../core/passes/veils/contour';
import {
  tracedCut,
  type Contour,
  type TraceCut,
  type TracePoint,
  type Veil,
} from '../../../../core/passes/veils/schema';
import { addTracePoint, closeContour, dropLastPoint, openContour } from '../../../../core/piece/edits/veils';
import type { Edit } from '../../../../core/piece/edits/edit';
import type { Point } from '../../../../core/shape/affine';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { useKeys } from '../../keys/useKeys';
import { Hairline, lineThrough } from '../../view/Hairline';
import { KeyCross, useKeyCross } from '../../view/KeyCross';
import { useViewport } from '../../view/viewport';
import { currentVeil, cutInto, fromPlate, inTurn, sheetOnPlate, toPlate, workingCut, type CutPlate } from './cutting';
import { InsertLine } from './InsertLine';
import { veilKeys } from './keys';
import { at, chosenPoint, curveOn, nudgeChosen, removeChosen, rounded, wayBetween, type Drawn } from './traceEditing';
import { TraceRing } from './TraceRing';
import { WholeSheet } from '../../view/WholeSheet';

/** How near, in screen px, a click closes a contour at its first point, or ends it at the sheet's border. */
const closeReach = 9;
const borderReach = 12;

/** Clicks nearer than this to the last point, in screen px, put no further point there. */
const samePlace = 1.5;

/** How near, in screen px, a click on a closed line puts a point into it. */
const insertReach = 5;

/** Cutting along an edge: click, and the line follows the photo's edge to the pointer. */
export function Tracing({ plate }: { plate: CutPlate }) {
  const { veil, piece, materials, tracer } = useBench();
  const { toScreen, toSheet, view } = useViewport();
  const { straight: straightHeld, smooth, operation } = veilHand.use('straight', 'smooth', 'operation');
  const sha256 = materials!.picture(plate.asset).key;
  const zoom = view.zoom * plate.scale;
  const index = workingCut(veil, 'trace', operation);
  const traceOf = (one: Veil | null): TraceCut | undefined =>
    one?.cuts[workingCut(one, 'trace', operation)] as TraceCut | undefined;
  const trace = traceOf(veil);
  const open = trace && openContour(trace);
  const traced = (label: string, change: (id: string, index: number) => Edit): void =>
    cutInto(label, plate, tracedCut([], operation), change);
  const chosen = chosenPoint(veil, veilHand.use('tracePoint').tracePoint);
  const curved: Drawn = smooth ? 'smooth' : 'edge';
  const kindOf = (shift: boolean): Drawn => (shift || straightHeld ? 'straight' : curved);
  const screenOf = (point: Point): [number, number] => toScreen(fromPlate(plate, point));
  const sheet = sheetOnPlate(piece, plate);

  const { preview, follow, clear } = usePreview(open ?? null, { sha256, zoom });
  const click = (sheetPoint: Point, kind: Drawn): void => {
    const clicked = toPlate(plate, sheetPoint);
    clear();
    veilHand.set({ tracePoint: null });
    inTurn(async () => {
      const now = traceOf(currentVeil());
      const points = (now && openContour(now)?.points) ?? [];
      if (points.length > 2 && distance(screenOf(at(points[0])), screenOf(clicked)) <= closeReach)
        return closeAtStart(points, kind);
      const place = kind !== 'edge' ? clicked : (await tracer.ask({ kind: 'place', sha256, at: clicked, zoom }))[0];
      const [x, y] = rounded(place);
      const from = points[points.length - 1];
      // A click made again because the first one took long puts no second point on the same place.
      if (from && distance(screenOf(at(from)), screenOf([x, y])) < samePlace) return;
      const via = from ? await wayBetween(tracer, kind, at(from), [x, y], { sha256, zoom }) : [];
      traced(points.length === 0 ? 'Begin a trace' : 'Continue a trace', (id, cut) =>
        addTracePoint(id, cut, { x, y }, { to: kind, via }),
      );
      const reach = borderReach / zoom;
      if (points.length > 0 && endsAtBorder(at(points[0]), [x, y], sheet, reach))
        closeAtBorder(at(points[0]), [x, y], false);
    });
  };
  // Clicks before this one may still be on their way: what is open is looked up when its turn has come.
  const closeOpen = (kind: Drawn): void =>
    inTurn(async () => {
      const now = traceOf(currentVeil());
      const points = (now && openContour(now)?.points) ?? [];
      if (points.length > 2) await closeAtStart(points, kind);
    });
  const closeAtStart = async (points: readonly TracePoint[], kind: Drawn): Promise<void> => {
    const via = await wayBetween(tracer, kind, at(points[points.length - 1]), at(points[0]), { sha256, zoom });
    traced('Close the trace', (id, cut) => closeContour(id, cut, { to: kind, via }));
  };
  const closeAtBorder = (first: Point, end: Point, otherWay: boolean): void =>
    traced('Close the trace along the sheet’s border', (id, cut) =>
      closeContour(id, cut, { to: 'border', via: aroundBorder(first, end, sheet, otherWay).map(rounded) }),
    );

  const back = (): boolean => {
    if (chosen) removeChosen(chosen);
    else if (veil && open) editing.commit('Remove the last point', dropLastPoint(veil.id, index));
    else return false;
    return true;
  };
  useKeys([
    [veilKeys.back, { down: back }],
    [veilKeys.remove, { down: () => (chosen ? removeChosen(chosen) : false) }],
    [veilKeys.close, { down: ({ shiftKey }) => closeOpen(kindOf(shiftKey)) }],
  ]);
  const keyPoint = useKeyCross({
    enter: (place, shift) => click(place, kindOf(shift)),
    moved: (place) => follow(toPlate(plate, place), kindOf(false)),
    instead: (dx, dy) => {
      if (chosen) nudgeChosen(chosen, toPlate(plate, [dx, dy]), toPlate(plate, [0, 0]));
      return chosen !== null;
    },
  });

  return (
    <g>
      <WholeSheet
        onPointerMove={(event) => follow(toPlate(plate, toSheet(event)), kindOf(event.shiftKey))}
        onPointerLeave={clear}
        onPointerDown={(event) => event.button === 0 && click(toSheet(event), kindOf(event.shiftKey))}
      />
      <TraceLines veil={veil} trace={trace} screenOf={screenOf} />
      {!open && trace && (
        <InsertLine veil={veil!.id} cut={index} contours={trace.contours} plate={plate} reach={insertReach} />
      )}
      {open && preview.length > 1 && <Hairline d={lineThrough(preview.map(screenOf))} dashed />}
      {trace?.contours.map((contour, i) =>
        contour.points.map((_, k) => (
          <TraceRing
            key={`${i}-${k}`}
            veil={veil!.id}
            cut={index}
            contour={contour}
            contourIndex={i}
            index={k}
            plate={plate}
            sha256={sha256}
            zoom={zoom}
            onClose={
              contour === open && k === 0 && contour.points.length > 2 ? (shift) => closeOpen(kindOf(shift)) : null
            }
          />
        )),
      )}
      {keyPoint && <KeyCross at={keyPoint} />}
    </g>
  );
}

/**
 * The line from the last point of an open contour to the pointer. @param seen which plate is traced, and how large it
 * is seen
 */
function usePreview(open: Contour | null, seen: { sha256: string; zoom: number }) {
  const { tracer } = useBench();
  const [preview, setPreview] = useState<Point[]>([]);
  const asking = useRef<{ wanted: Point | null; busy: boolean }>({ wanted: null, busy: false });
  const lastPoint = open?.points.at(-1);
  // The preview follows the newest place of the pointer; places in between are left out.
  const follow = (to: Point, kind: Drawn): void => {
    if (!lastPoint) return setPreview([]);
    if (kind === 'straight') return setPreview([at(lastPoint), to]);
    if (kind === 'smooth') return setPreview(curveOn(open!, to));
    asking.current.wanted = to;
    if (asking.current.busy) return;
    asking.current.busy = true;
    void (async () => {
      while (asking.current.wanted) {
        const wanted = asking.current.wanted;
        asking.current.wanted = null;
        setPreview(
          await tracer
            .ask({ kind: 'follow', ...seen, from: at(lastPoint), to: wanted })
            .catch(() => [at(lastPoint), wanted]),
        );
      }
      asking.current.busy = false;
    })();
  };

  return { preview, follow, clear: () => setPreview([]) };
}

const distance = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

interface TraceLinesProps {
  veil: Veil | null;
  /** The trace that the hand works on; the others are dashed. */
  trace: TraceCut | undefined;
  screenOf(point: Point): [number, number];
}

/** All traced lines of a veil. */
function TraceLines({ veil, trace, screenOf }: TraceLinesProps) {
  return (
    <>
      {veil?.cuts.map(
        (cut, k) =>
          cut.kind === 'trace' &&
          cut !== trace &&
          cut.contours.map((contour, i) => (
            <Hairline key={`${k}-${i}`} d={lineThrough(contourPoints(contour).map(screenOf), contour.closed)} dashed />
          )),
      )}
      {trace?.contours.map((contour, i) => (
        <Hairline
          key={i}
          d={lineThrough(contourPoints(contour).map(screenOf), contour.closed)}
          active={!contour.closed}
        />
      ))}
    </>
  );
}

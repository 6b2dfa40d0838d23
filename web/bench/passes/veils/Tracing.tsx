import { useEffect, useRef, useState } from 'react';
import { aroundBorder, endsAtBorder } from '../../../../core/passes/veils/trace/close';
import { contourPoints } from '../../../../core/passes/veils/contour';
import { tracedCut, type Contour, type TraceCut, type TracePoint, type Veil } from '../../../../core/passes/veils/schema';
import { addTracePoint, closeContour, dropLastPoint, movePoint, openContour, removePoint } from '../../../../core/piece/edits/veils';
import type { Edit } from '../../../../core/piece/edits/edit';
import type { Point } from '../../../../core/shape/affine';
import { useAppSelector } from '../../../store';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { isTyping, useNudge } from '../../nudge';
import { useDrag, type DragMove } from '../../view/drag';
import { Hairline, lineThrough } from '../../view/Hairline';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';
import { currentVeil, cutInto, fromPlate, inTurn, toPlate, workingCut, type CutPlate } from './cutting';

/** How near, in screen px, a click closes a contour at its first point, or ends it at the sheet's border. */
const closeReach = 9;
const borderReach = 12;

const rounded = ([x, y]: Point): [number, number] => [Math.round(x * 100) / 100, Math.round(y * 100) / 100];
const at = (point: Pick<TracePoint, 'x' | 'y'>): [number, number] => [point.x, point.y];

/** Cutting along an edge: click, and the line follows the photo's edge to the pointer. */
export function Tracing({ plate }: { plate: CutPlate }) {
  const { veil, piece, materials, tracer } = useBench();
  const { toScreen, toSheet, view, size } = useViewport();
  const { straight: straightHeld, joining } = useAppSelector(({ bench }) => bench.hand);
  const [preview, setPreview] = useState<Point[]>([]);
  const [keyPoint, setKeyPoint] = useState<[number, number] | null>(null);
  const asking = useRef<{ wanted: Point | null; busy: boolean }>({ wanted: null, busy: false });
  const sha256 = materials!.picture(plate.asset).key;
  const zoom = view.zoom * plate.scale;
  const index = workingCut(veil, 'trace', joining);
  const traceOf = (one: Veil | null): TraceCut | undefined => one?.cuts[workingCut(one, 'trace', joining)] as TraceCut | undefined;
  const trace = traceOf(veil);
  const open = trace && openContour(trace);
  const traced = (label: string, change: (id: string, index: number) => Edit): void => cutInto(label, plate, tracedCut([], joining), change);
  const lastPoint = open?.points[open.points.length - 1];
  const screenOf = (point: Point): [number, number] => toScreen(fromPlate(plate, point));
  const sheetOnPlate = { x: -plate.x / plate.scale, y: -plate.y / plate.scale, width: piece.sheet.width / plate.scale, height: piece.sheet.height / plate.scale };

  // The preview follows the newest place of the pointer; places in between are left out.
  const follow = (to: Point, straight: boolean): void => {
    if (!lastPoint) return setPreview([]);
    if (straight) return setPreview([at(lastPoint), to]);
    asking.current.wanted = to;
    if (asking.current.busy) return;
    asking.current.busy = true;
    void (async () => {
      while (asking.current.wanted) {
        const wanted = asking.current.wanted;
        asking.current.wanted = null;
        setPreview(await tracer.ask({ kind: 'follow', sha256, from: at(lastPoint), to: wanted, zoom }).catch(() => [at(lastPoint), wanted]));
      }
      asking.current.busy = false;
    })();
  };

  const click = (sheetPoint: Point, straight: boolean): void => {
    const clicked = toPlate(plate, sheetPoint);
    setPreview([]);
    inTurn(async () => {
      const now = traceOf(currentVeil());
      const points = (now && openContour(now)?.points) ?? [];
      if (points.length > 2 && distance(screenOf(at(points[0])), screenOf(clicked)) <= closeReach) return closeAtStart(points, straight);
      const place = straight ? clicked : (await tracer.ask({ kind: 'place', sha256, at: clicked, zoom }))[0];
      const [x, y] = rounded(place);
      const from = points[points.length - 1];
      const via = from && !straight ? (await tracer.ask({ kind: 'finish', sha256, from: at(from), to: [x, y], zoom })).slice(1, -1).map(rounded) : [];
      traced(points.length === 0 ? 'Begin a trace' : 'Trace on', (id, cut) => addTracePoint(id, cut, { x, y }, { to: straight ? 'straight' : 'edge', via }));
      const reach = borderReach / zoom;
      if (points.length > 0 && endsAtBorder(at(points[0]), [x, y], sheetOnPlate, reach)) closeAtBorder(at(points[0]), [x, y], false);
    });
  };
  // Clicks before this one may still be on their way: what is open is looked up when its turn has come.
  const closeOpen = (straight: boolean): void =>
    inTurn(async () => {
      const now = traceOf(currentVeil());
      const points = (now && openContour(now)?.points) ?? [];
      if (points.length > 2) await closeAtStart(points, straight || straightHeld);
    });
  const closeAtStart = async (points: readonly TracePoint[], straight: boolean): Promise<void> => {
    const [from, to] = [at(points[points.length - 1]), at(points[0])];
    const via = straight ? [] : (await tracer.ask({ kind: 'finish', sha256, from, to, zoom })).slice(1, -1).map(rounded);
    traced('Close the trace', (id, cut) => closeContour(id, cut, { to: straight ? 'straight' : 'edge', via }));
  };
  const closeAtBorder = (first: Point, end: Point, otherWay: boolean): void =>
    traced('Close the trace along the sheet’s border', (id, cut) => closeContour(id, cut, { to: 'border', via: aroundBorder(first, end, sheetOnPlate, otherWay).map(rounded) }));

  const keys = useRef<(event: KeyboardEvent) => void>(() => undefined);
  useEffect(() => {
    keys.current = (event) => {
      if (isTyping(event.target) || event.ctrlKey || event.metaKey) return;
      const onButton = event.target instanceof HTMLButtonElement;
      if (event.key === 'Enter' && keyPoint && !onButton) click(keyPoint, event.shiftKey || straightHeld);
      else if (event.key === 'Backspace' && veil && open) editing.commit('Take back a point', dropLastPoint(veil.id, index));
      else if (event.key === 'End') closeOpen(event.shiftKey);
      else return;
      event.preventDefault();
    };
  });
  useEffect(() => {
    const key = (event: KeyboardEvent): void => keys.current(event);
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);
  useNudge((dx, dy) => {
    const [x, y] = keyPoint ?? [piece.sheet.width / 2, piece.sheet.height / 2];
    const next: [number, number] = [x + dx, y + dy];
    setKeyPoint(next);
    follow(toPlate(plate, next), straightHeld);
  });

  return (
    <g>
      <rect
        width={size.width}
        height={size.height}
        fill="transparent"
        className="cursor-crosshair"
        onPointerMove={(event) => follow(toPlate(plate, toSheet(event)), event.shiftKey || straightHeld)}
        onPointerLeave={() => setPreview([])}
        onPointerDown={(event) => event.button === 0 && click(toSheet(event), event.shiftKey || straightHeld)}
      />
      {veil?.cuts.map((cut, k) => cut.kind === 'trace' && cut !== trace && cut.contours.map((contour, i) => <Hairline key={`${k}-${i}`} d={lineThrough(contourPoints(contour).map(screenOf), contour.closed)} dashed />))}
      {trace?.contours.map((contour, i) => <Hairline key={i} d={lineThrough(contourPoints(contour).map(screenOf), contour.closed)} active={!contour.closed} />)}
      {open && preview.length > 1 && <Hairline d={lineThrough(preview.map(screenOf))} dashed />}
      {trace?.contours.map((contour, i) =>
        contour.points.map((_, k) => <TraceRing key={`${i}-${k}`} veil={veil!.id} cut={index} contour={contour} contourIndex={i} index={k} plate={plate} sha256={sha256} zoom={zoom} onClose={(straight) => i === trace.contours.length - 1 && k === 0 && closeOpen(straight)} />),
      )}
      {keyPoint && <KeyCross at={toScreen(keyPoint)} />}
    </g>
  );
}

const distance = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

function KeyCross({ at: [x, y] }: { at: Point }) {
  return <Hairline d={`M${x - 9} ${y}H${x - 2}M${x + 2} ${y}H${x + 9}M${x} ${y - 9}V${y - 2}M${x} ${y + 2}V${y + 9}`} active />;
}

interface TraceRingProps {
  veil: string;
  cut: number;
  contour: Contour;
  contourIndex: number;
  index: number;
  plate: CutPlate;
  sha256: string;
  zoom: number;
  onClose(straight: boolean): void;
}

/** A clicked point: drag to move it, and the stretches on both sides run anew; Alt-click removes it. */
function TraceRing({ veil, cut, contour, contourIndex, index, plate, sha256, zoom, onClose }: TraceRingProps) {
  const { tracer } = useBench();
  const { toScreen } = useViewport();
  const point = contour.points[index];
  const previous = contour.points[index - 1] ?? (contour.closed ? contour.points[contour.points.length - 1] : undefined);
  const next = contour.points[index + 1] ?? (contour.closed ? contour.points[0] : undefined);
  const moved = ({ start, from, to }: DragMove<Point>): [number, number] => rounded([start[0] + (to[0] - from[0]) / plate.scale, start[1] + (to[1] - from[1]) / plate.scale]);
  const stretch = async (kind: TracePoint['to'], from: Point, to: Point): Promise<[number, number][] | null> => {
    if (kind === 'border') return null;
    if (kind === 'straight') return [];
    return (await tracer.ask({ kind: 'finish', sha256, from, to, zoom })).slice(1, -1).map(rounded);
  };
  const drag = useDrag<Point>({
    begin: () => at(point),
    move: (move) => {
      const [x, y] = moved(move);
      editing.draft(movePoint(veil, cut, contourIndex, index, { x, y }, previous?.to === 'edge' ? [] : null, point.to === 'edge' ? [] : null));
    },
    end: (move) => {
      if (!move.moved) {
        if (move.alt) editing.commit('Remove a point', removePoint(veil, cut, contourIndex, index));
        else onClose(move.shift);
        return;
      }
      const [x, y] = moved(move);
      inTurn(async () => {
        const before = previous ? await stretch(previous.to, at(previous), [x, y]) : null;
        const after = next ? await stretch(point.to, [x, y], at(next)) : null;
        editing.commit('Move a point', movePoint(veil, cut, contourIndex, index, { x, y }, before, after));
      });
    },
    cancel: () => editing.cancelDraft(),
  });
  return <Ring at={toScreen(fromPlate(plate, at(point)))} label="Drag to move this point, Alt-click to remove it" drag={drag} active={!contour.closed && index === contour.points.length - 1} cursor="grab" />;
}

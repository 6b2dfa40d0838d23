import { fallTowards } from '../../../../core/light/direction';
import { movedPanel, scaledPanel, type PanelChange } from '../../../../core/passes/ink/panel/moving';
import type { InwardShadow, Panel } from '../../../../core/passes/ink/panel/schema';
import { isOfSheet, panelPlace } from '../../../../core/passes/ink/panel/shape';
import { boxGuides, sheetGuides, snapBox, type GuideLine } from '../../../../core/passes/stance/snap';
import { shapePanel } from '../../../../core/piece/edits/panels';
import { setPanel } from '../../../../core/piece/edits/ink';
import { nameOf } from '../../../../core/piece/names';
import type { Lettering } from '../../../../core/piece/schema';
import { middleOf, regionOfPoints, type Region } from '../../../../core/pixels/region';
import { apply, corners, placed, sizeOf, type Point } from '../../../../core/shape/affine';
import { flatten, transformPath } from '../../../../core/shape/path';
import { standingBox } from '../../../../core/type/standing';
import type { Letters } from '../../../../core/type/letters';
import { useBench, type Bench } from '../../benchContext';
import { editing } from '../../editing';
import { useDrag, type DragMove } from '../../view/drag';
import { Hairline, lineThrough } from '../../view/Hairline';
import { fromLettering, toLettering } from '../../view/plane';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';

/** How near, in screen px, a panel must come to a guide line to be brought to it. */
const snapReach = 6;

interface PanelProps {
  lettering: Lettering;
  panel: Panel;
  letters: Letters;
}

/** A panel is taken hold of wherever it is seen, and scaled at its corners. */
export function PanelHandles({ lettering }: { lettering: Lettering }) {
  const { letters } = useBench();
  const { panel } = lettering.ink;
  if (!panel || !letters?.flatInk) return null;
  const isMovable = panel.shape.kind !== 'sheet' && panel.shape.kind !== 'half sheet';
  return (
    <g>
      {isMovable && <Moving lettering={lettering} panel={panel} letters={letters} />}
      {isMovable && panel.shape.kind !== 'band' && <Corners lettering={lettering} panel={panel} letters={letters} />}
      {panel.knockout && panel.shadow && (
        <ShadowRing id={lettering.id} shadow={panel.shadow} middle={middleOf(standingBox(letters)!)} />
      )}
    </g>
  );
}

/** Where a panel's edge runs on the sheet. */
function edgeOnSheet(panel: Panel, letters: Letters, sheet: { width: number; height: number }): [number, number][][] {
  const { path, place } = panelPlace(panel, letters, sheet, sizeOf(letters.place));
  return flatten(transformPath(path, place));
}

/** What a panel can be brought to: the sheet, guides, its letters, and other words. */
function guideLines({ piece, lettersOf }: Bench): GuideLine[] {
  const words = piece.letterings.flatMap((one) => {
    const letters = lettersOf(one);
    const box = letters && standingBox(letters);
    return box ? boxGuides(box, nameOf(one)) : [];
  });
  return [...piece.guides.map(({ axis, at }) => ({ axis, at, name: 'guide' })), ...sheetGuides(piece.sheet), ...words];
}

interface MoveStart {
  panel: Panel;
  letters: Letters;
  box: Region;
  lines: GuideLine[];
}

function Moving({ lettering: { id }, panel, letters }: PanelProps) {
  const bench = useBench();
  const { toScreen, view } = useViewport();
  const edge = edgeOnSheet(panel, letters, bench.piece.sheet);
  const box = regionOfPoints(edge.flat())!;
  const moved = ({ start, from, to, shift, alt }: DragMove<MoveStart>): PanelChange => {
    let [dx, dy] = [to[0] - from[0], to[1] - from[1]];
    if (shift) [dx, dy] = Math.abs(dx) > Math.abs(dy) ? [dx, 0] : [0, dy];
    const there = { ...start.box, x: start.box.x + dx, y: start.box.y + dy };
    const snap = alt ? { dx: 0, dy: 0 } : snapBox(there, start.lines, snapReach / view.zoom);
    const [left, top] = [from[0] + dx + snap.dx, from[1] + dy + snap.dy];
    if (isOfSheet(start.panel.shape)) return movedPanel(start.panel, start.letters, [left - from[0], top - from[1]]);
    const [a, b] = [toLettering(start.letters, from), toLettering(start.letters, [left, top])];
    return movedPanel(start.panel, start.letters, [b[0] - a[0], b[1] - a[1]]);
  };
  const drag = useDrag<MoveStart>({
    begin: () => ({ panel, letters, box, lines: guideLines(bench) }),
    move: (move) => editing.draft(setPanel(id, moved(move))),
    end: (move) => (move.moved ? editing.commit('Move the panel', setPanel(id, moved(move))) : editing.cancelDraft()),
    cancel: () => editing.cancelDraft(),
  });
  const outline = edge.map((polygon) => lineThrough(polygon.map(toScreen), true)).join('');
  return (
    <g>
      <path d={outline} fill="transparent" className="cursor-move" data-testid="panel-area" {...drag} />
      <Hairline d={outline} dashed />
      <Ring at={toScreen(middleOf(box))} label="Move the panel" drag={drag} cursor="move" />
    </g>
  );
}

interface CornerStart {
  panel: Panel;
  letters: Letters;
}

function Corners({ lettering: { id }, panel, letters }: PanelProps) {
  const { piece } = useBench();
  const { flatBox } = panelPlace({ ...panel, rotation: 0 }, letters, piece.sheet, sizeOf(letters.place));
  const [x, y] = middleOf(letters.flatInk!);
  const cap = letters.capHeight;
  const [cx, cy] = [x + panel.offset[0] * cap, y + panel.offset[1] * cap];
  // The box about the panel in its own upright frame, turned with it.
  const turned = (point: Point): Point => apply(placed(1, panel.rotation, cx, cy), [point[0] - cx, point[1] - cy]);
  const points = corners(flatBox).map(turned);
  return points.map((corner, i) => (
    <CornerRing key={i} id={id} corner={corner} opposite={points[(i + 2) % 4]} panel={panel} letters={letters} />
  ));
}

function CornerRing({
  id,
  corner,
  opposite,
  panel,
  letters,
}: {
  id: string;
  corner: Point;
  opposite: Point;
  panel: Panel;
  letters: Letters;
}) {
  const { lettersOf } = useBench();
  const { toScreen } = useViewport();
  const scaled = ({ start, to }: DragMove<CornerStart & { corner: Point; opposite: Point }>): PanelChange =>
    scaledPanel(start.panel, start.letters, start.corner, start.opposite, toLettering(start.letters, to));
  const drag = useDrag<CornerStart & { corner: Point; opposite: Point }>({
    begin: () => ({ panel, letters, corner, opposite }),
    move: (move) => editing.draft(shapePanel(id, scaled(move), lettersOf)),
    end: (move) =>
      move.moved ? editing.commit('Scale the panel', shapePanel(id, scaled(move), lettersOf)) : editing.cancelDraft(),
    cancel: () => editing.cancelDraft(),
  });
  return <Ring at={toScreen(fromLettering(letters, corner))} label="Scale the panel" drag={drag} />;
}

/** How far from the middle of the letters the ring of a shadow without length stands, screen px. */
const nearest = 28;

/** The direction and distance of the shadow that the panel's edge throws into the openings. */
function ShadowRing({ id, shadow, middle }: { id: string; shadow: InwardShadow; middle: Point }) {
  const { toScreen, view } = useViewport();
  const from = toScreen(middle);
  const length = Math.hypot(shadow.x, shadow.y);
  const [dx, dy] = length > 0 ? [shadow.x / length, shadow.y / length] : [0, 1];
  const reach = nearest + length * view.zoom;
  const at: Point = [from[0] + dx * reach, from[1] + dy * reach];
  const fallen = ({ start, to }: DragMove<Point>) => {
    const [x, y] = [to[0] - start[0], to[1] - start[1]];
    return {
      shadow: {
        ...shadow,
        ...fallTowards({
          degrees: (Math.atan2(y, x) * 180) / Math.PI,
          length: Math.max(0, Math.round(Math.hypot(x, y) - nearest / view.zoom)),
        }),
      },
    };
  };
  const drag = useDrag<Point>({
    begin: () => middle,
    move: (move) => editing.draft(setPanel(id, fallen(move))),
    end: (move) =>
      move.moved ? editing.commit('Turn the shadow of the edge', setPanel(id, fallen(move))) : editing.cancelDraft(),
    cancel: () => editing.cancelDraft(),
  });
  return (
    <g>
      <Hairline d={lineThrough([from, at])} />
      <Ring at={at} label="Where the shadow of the panel’s edge falls" drag={drag} cursor="move" active />
    </g>
  );
}
